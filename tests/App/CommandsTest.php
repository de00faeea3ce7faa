<?php

declare(strict_types=1);

namespace HiddenLadder\App\Tests;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** What bin/start makes of its settings, its folder and its packages, before it starts anything. */
final class CommandsTest extends TestCase
{
    private string $folder = '';

    protected function setUp(): void
    {
        $this->folder = sys_get_temp_dir().'/hidden-ladder-commands-'.bin2hex(random_bytes(6));
        mkdir($this->folder);
    }

    protected function tearDown(): void
    {
        exec('rm -rf '.escapeshellarg($this->folder));
    }

    /**
     * Runs lines of bash after bin/lib/common.sh.
     *
     * @param  array<string, string>  $environment
     * @return array{int, string} exit code and everything printed
     */
    private function bash(string $lines, array $environment = [], ?string $root = null): array
    {
        $root ??= dirname(__DIR__, 2);
        $process = proc_open(
            ['bash', '-c', "exec 2>&1 </dev/null\n. $root/bin/lib/common.sh\n$lines"],
            [1 => ['pipe', 'w']],
            $pipes,
            null,
            $environment + ['PATH' => (string) getenv('PATH'), 'SETTINGS_FILE' => "$this->folder/settings.env"],
        );
        self::assertIsResource($process);
        $said = (string) stream_get_contents($pipes[1]);

        return [proc_close($process), trim($said)];
    }

    private function settings(string ...$lines): void
    {
        file_put_contents("$this->folder/settings.env", implode("\n", $lines));
    }

    public function test_an_environment_value_wins_over_a_line_and_a_line_over_the_default(): void
    {
        $this->settings(
            '# The proxy on this machine.', '', 'TRUSTED_PROXIES=127.0.0.1', 'APP_URL="https://ladder.example/"', "MAIL_PASSWORD='a \$b \"c'",
        );
        $print = 'load_settings; echo "$PUBLIC_URL|$PROXIES|$MAIL_PASSWORD"';
        self::assertSame([0, 'https://ladder.example|127.0.0.1|a $b "c'], $this->bash($print));
        self::assertSame(
            [0, 'https://other.example|127.0.0.1|a $b "c'],
            $this->bash($print, ['APP_URL' => 'https://other.example']),
        );
    }

    public function test_what_was_set_reaches_the_app(): void
    {
        $this->settings('TRUSTED_PROXIES=10.0.0.7,10.1.0.0/16', 'APP_URL=https://ladder.example:8443');
        // The folder of the instance itself is not made for this.
        $lines = <<<'BASH'
            load_settings
            eval "$(declare -f instance_env | grep -v -e 'cat "\$VAR' -e mkdir -e close_var -e write_php_ini -e app.key -e gradebook.key)"
            instance_env app 8080 2>/dev/null; echo "$APP_URL $TRUSTED_PROXIES"; proxies_for_nginx; device_cookie
            BASH;
        [, $said] = $this->bash($lines);
        self::assertStringContainsString('https://ladder.example:8443 10.0.0.7,10.1.0.0/16', $said);
        self::assertStringContainsString('set_real_ip_from 10.1.0.0/16;', $said);
        self::assertStringContainsString('__Host-hidden_ladder_device', $said);
    }

    /** @return iterable<string, array{list<string>, string}> */
    public static function faults(): iterable
    {
        yield 'a name that is not one' => [['APP_URL=https://a.example', 'TRUSTED_PROXYS=127.0.0.1'], 'line 2: there is no setting TRUSTED_PROXYS'];
        yield 'no form' => [['# ours', 'APP_URL https://a.example'], 'line 2: "APP_URL https://a.example" does not have the form NAME=value'];
        yield 'twice' => [['MAIL_PORT=25', 'MAIL_PORT=587'], 'line 2: MAIL_PORT is already set in line 1'];
        yield 'an address with a path' => [['APP_URL=https://a.example/school'], 'line 1: "https://a.example/school" is not a value for APP_URL'];
        yield 'no address' => [['TRUSTED_PROXIES=my-proxy'], 'line 1: "my-proxy" is not a value for TRUSTED_PROXIES'];
        yield 'a port that is a word' => [['MAIL_PORT=smtp'], 'is not a value for MAIL_PORT'];
    }

    /** @param  list<string>  $lines */
    #[DataProvider('faults')]
    public function test_a_fault_is_refused_with_its_line(array $lines, string $expected): void
    {
        $this->settings(...$lines);
        [$code, $said] = $this->bash('load_settings; echo loaded');
        self::assertSame(1, $code, $said);
        self::assertStringContainsString($expected, $said);
        self::assertSame(1, substr_count($said, "\n") + 1, 'one sentence');
    }

    public function test_a_public_address_needs_a_proxy_and_no_demo(): void
    {
        $check = 'load_settings; check_settings "$demo"; echo starts';
        $this->settings('APP_URL=https://ladder.example');
        [$code, $said] = $this->bash("demo=; $check");
        self::assertSame(1, $code);
        self::assertStringContainsString('set TRUSTED_PROXIES', $said);
        $this->settings('APP_URL=https://ladder.example', 'TRUSTED_PROXIES=127.0.0.1');
        self::assertSame([0, 'starts'], $this->bash("demo=; $check"));
        [$code, $said] = $this->bash("demo=1; $check");
        self::assertSame(1, $code);
        self::assertStringContainsString('--no-demo', $said);
        foreach (['http://localhost:8080', 'http://127.0.0.2', 'http://[::1]:8080'] as $address) {
            $this->settings("APP_URL=$address");
            self::assertSame([0, 'starts'], $this->bash("demo=1; $check"), $address);
        }
    }

    public function test_a_folder_that_others_cannot_enter_is_refused_with_what_opens_it(): void
    {
        if (posix_getuid() !== 0) {
            self::markTestSkipped('Only root can try what another account reads.');
        }
        $root = "$this->folder/private/ladder";
        mkdir("$root/bin/lib", 0755, true);
        mkdir("$root/public");
        mkdir("$root/var");
        foreach (['common.sh', 'settings.sh'] as $file) {
            copy(dirname(__DIR__, 2)."/bin/lib/$file", "$root/bin/lib/$file");
        }
        file_put_contents("$root/public/index.php", '');
        chmod("$this->folder/private", 0700);
        $check = 'PATH=$PATH:/usr/sbin; check_accounts; echo starts';
        [$code, $said] = $this->bash($check, [], $root);
        self::assertSame(1, $code);
        self::assertStringContainsString("chmod o+x $this->folder/private", $said);
        self::assertStringContainsString('--as-root', $said);
        [$code, $said] = $this->bash("AS_ROOT=1; $check", [], $root);
        self::assertSame(0, $code);
        self::assertStringContainsString('WARNING: the app runs as root', $said);
        chmod("$this->folder/private", 0711);
        self::assertSame([0, 'starts'], $this->bash($check, [], $root));
    }

    public function test_the_list_of_packages_is_the_one_that_is_installed(): void
    {
        self::assertSame([0, ''], $this->bash('check_php_packages'));
        [$code, $said] = $this->bash('chosen_php_packages() { echo "a/b 1.0.0"; }; check_php_packages');
        self::assertSame(1, $code);
        self::assertStringContainsString('bin/update-packages', $said);
    }

    public function test_simulated_services_stay_out_of_the_way_of_the_apps_own_port(): void
    {
        $lines = 'VAR='.escapeshellarg($this->folder).'; mkdir -p $VAR/app; own_port $VAR/app video-host; own_port $VAR/app gradebook; cat $VAR/app/*.port';
        [$code, $said] = $this->bash($lines);
        self::assertSame(0, $code, $said);
        $ports = array_map(intval(...), explode("\n", $said));
        self::assertCount(2, array_unique($ports));
        self::assertGreaterThanOrEqual(18091, min($ports));
    }
}
