<?php

declare(strict_types=1);

use HiddenLadder\App\Rounds\RoundBook;
use HiddenLadder\Core\Quiz\Upgrade;
use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::table('editions', static function (Blueprint $table): void {
            // Counts the corrections made and taken back, so that a round marked under older ones is known.
            $table->unsignedInteger('revision')->default(0);
        });
        Schema::table('corrections', static function (Blueprint $table): void {
            $table->longText('before')->nullable();
        });
        Schema::table('rounds', static function (Blueprint $table): void {
            $table->unsignedInteger('revision')->default(0);
            // Of a finished round, 0 to 1.
            $table->double('score')->nullable();
            $table->boolean('mastered')->default(false);
            // See the migration on evidence: rounds that are decided anew below get theirs at once.
            $table->longText('course')->nullable();
            $table->index(['edition_id', 'revision']);
        });
        Schema::table('students', static function (Blueprint $table): void {
            $table->double('extra_time')->default(1);
            $table->json('reading')->nullable();
        });
        Schema::table('assignments', static function (Blueprint $table): void {
            $table->timestamp('released_at', 3)->nullable();
            $table->timestamp('closed_at', 3)->nullable();
        });
        Schema::table('round_events', static function (Blueprint $table): void {
            $table->mediumText('data')->change();
            $table->mediumText('facts')->change();
            $table->boolean('late')->default(false);
        });
        Schema::table('media', static function (Blueprint $table): void {
            $table->ulid('teacher_id')->nullable()->change();
            $table->foreignUlid('student_id')->nullable()->constrained();
        });
        $this->upgradeDocuments();
    }

    /** Documents of version 1 become version 2; their rounds get the facts that the engine now follows. */
    private function upgradeDocuments(): void
    {
        foreach (['quizzes', 'editions'] as $table) {
            foreach (DB::table($table)->get(['id', 'document']) as $row) {
                $document = json_decode((string) $row->document, true, flags: JSON_THROW_ON_ERROR);
                DB::table($table)->where('id', $row->id)->update([
                    'document' => json_encode(Upgrade::toNewest(is_array($document) ? $document : []), JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_PRESERVE_ZERO_FRACTION),
                ]);
            }
        }
        app(RoundBook::class)->decideAnew();
    }

    public function down(): void
    {
        Schema::table('media', static fn (Blueprint $table) => $table->dropConstrainedForeignId('student_id'));
        Schema::table('round_events', static fn (Blueprint $table) => $table->dropColumn('late'));
        Schema::table('assignments', static fn (Blueprint $table) => $table->dropColumn(['released_at', 'closed_at']));
        Schema::table('students', static fn (Blueprint $table) => $table->dropColumn(['extra_time', 'reading']));
        Schema::table('corrections', static function (Blueprint $table): void {
            $table->longText('before')->nullable();
        });
        Schema::table('rounds', static function (Blueprint $table): void {
            $table->dropIndex(['edition_id', 'revision']);
            $table->dropColumn(['revision', 'score', 'mastered']);
        });
        Schema::table('corrections', static fn (Blueprint $table) => $table->dropColumn('before'));
        Schema::table('editions', static fn (Blueprint $table) => $table->dropColumn('revision'));
    }
};
