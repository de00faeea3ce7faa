<?php

declare(strict_types=1);

namespace HiddenLadder\App\Tests;

use HiddenLadder\App\Http\LostBackend;
use HiddenLadder\App\Models\Ulids;
use Illuminate\Database\QueryException;
use Illuminate\Support\Facades\DB;
use PHPUnit\Framework\Attributes\DataProvider;

/** What the app's database account can do, and what happens while the database is away. */
final class BackendsTest extends AppTestCase
{
    /** @return iterable<string, array{string}> */
    public static function statements(): iterable
    {
        foreach (['round_events', 'quiz_changes', 'edition_corrections', 'sitting_acts'] as $table) {
            yield "change $table" => ["update $table set number = number"];
            yield "clear $table" => ["delete from $table"];
            yield "empty $table" => ["truncate table $table"];
        }
        yield 'a new table' => ['create table mine (id int)'];
        yield 'a new column' => ['alter table rounds add column mine int'];
        yield 'a table goes' => ['drop table phrases'];
    }

    #[DataProvider('statements')]
    public function test_the_apps_account_neither_changes_the_schema_nor_what_is_append_only(string $statement): void
    {
        try {
            DB::statement($statement);
            self::fail("The app's account may not: $statement");
        } catch (QueryException $error) {
            // ER_TABLEACCESS_DENIED_ERROR, ER_DBACCESS_DENIED_ERROR.
            self::assertContains($error->errorInfo[1] ?? null, [1142, 1044], $error->getMessage());
        }
    }

    public function test_while_the_database_is_away_an_answer_is_asked_for_again(): void
    {
        $student = $this->member($this->schoolClass($this->teacher()));
        $this->asStudent($student);
        $this->withAwayDatabase(function (): void {
            $this->postJson('/api/student/rounds/'.Ulids::make().'/events', [
                'id' => Ulids::make(), 'after' => null, 'kind' => 'answered', 'at' => null,
                'data' => ['question' => Ulids::make(), 'response' => ['choices' => [Ulids::make()]]],
            ])->assertStatus(503)->assertHeader('Retry-After', '5')->assertJsonPath('type', '/problems/unavailable');
            $this->get('/health')->assertStatus(503)->assertHeader('Retry-After', '5')->assertSee('tries again by itself');
        });
        $this->get('/health')->assertOk();
    }

    public function test_other_faults_stay_faults(): void
    {
        $of = static fn (int $code): \PDOException => tap(
            new \PDOException('x'),
            static fn (\PDOException $error) => $error->errorInfo = ['HY000', $code, 'x'],
        );
        self::assertTrue(LostBackend::is(new QueryException('mariadb', 'select 1', [], $of(1040))));
        self::assertTrue(LostBackend::is(new \RuntimeException('later', 0, $of(2006))));
        self::assertFalse(LostBackend::is($of(1064)), 'a statement that cannot be read');
        self::assertFalse(LostBackend::is($of(1062)), 'a key that is there already');
        self::assertFalse(LostBackend::is(new \LogicException('server has gone away')));
    }

    /** @param  \Closure(): void  $try */
    private function withAwayDatabase(\Closure $try): void
    {
        $config = config('database.connections.mariadb');
        config(['database.connections.away' => ['unix_socket' => '/nowhere/mysql.sock'] + (array) $config, 'database.default' => 'away']);
        try {
            $try();
        } finally {
            config(['database.default' => 'mariadb']);
        }
    }
}
