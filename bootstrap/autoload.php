<?php

declare(strict_types=1);

// Loads the packages: from the folder that COMPOSER_VENDOR_DIR names, else those of the tests, else those that are served.

(static function (): void {
    $named = (string) getenv('COMPOSER_VENDOR_DIR');
    $ofTests = dirname(__DIR__).'/vendor';
    $folder = match (true) {
        $named !== '' => $named,
        is_file("$ofTests/autoload.php") => $ofTests,
        default => dirname(__DIR__).'/var/vendor',
    };
    if (! is_file("$folder/autoload.php")) {
        fwrite(fopen('php://stderr', 'w') ?: STDERR, "Hidden Ladder: the PHP packages are not installed yet. Run bin/start first.\n");
        exit(1);
    }
    require_once "$folder/autoload.php";
    // The class map of what is served is all there is.
    if ($folder !== $ofTests) {
        require_once __DIR__.'/classes.php';
    }
})();
