<?php

declare(strict_types=1);

// After Composer's class map, in which every class is named when it is made: a class of ours that came since is found by its path, and
// it is said, once a start, that the map is out of date.

spl_autoload_register(static function (string $class): void {
    foreach (['HiddenLadder\App\\' => 'app', 'HiddenLadder\Core\\' => 'core/src', 'HiddenLadder\Demo\\' => 'database/demo'] as $prefix => $folder) {
        $path = dirname(__DIR__)."/$folder/".strtr(substr($class, strlen($prefix)), '\\', '/').'.php';
        if (! str_starts_with($class, $prefix) || ! is_file($path)) {
            continue;
        }
        require $path;
        if (! function_exists('apcu_enabled') || ! apcu_enabled() || apcu_add('class map/told', true)) {
            error_log("The class map is out of date: it lacks $class. `bin/start` makes it anew; until then it is a little slower.");
        }
    }
});
