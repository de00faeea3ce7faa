<?php

declare(strict_types=1);

// Put before every request while bin/preload makes its list: notes the classes that the request has loaded.

register_shutdown_function(static function (): void {
    $loaded = array_filter(
        [...get_declared_classes(), ...get_declared_interfaces(), ...get_declared_traits()],
        static fn (string $name): bool => (new ReflectionClass($name))->isUserDefined()
            && ! str_contains($name, '@anonymous')
            && preg_match('/^Composer\\\\Autoload\\\\|^Composer(?:Autoloader|Static)Init/', $name) !== 1,
    );
    file_put_contents((string) getenv('RECORD_CLASSES'), implode("\n", $loaded)."\n", FILE_APPEND | LOCK_EX);
});
