<?php

declare(strict_types=1);

// Run by PHP when it comes up (opcache.preload): loads the classes that requests use once, for all of them. bin/preload makes the list.
// A class that is not there any more is left out; one that is missing from the list is loaded when it is wanted, as without this.

require_once getenv('COMPOSER_VENDOR_DIR').'/composer/ClassLoader.php';

(static function (string $vendor): void {
    // Not Composer's own start: it loads files of functions, which every request does by itself.
    $loader = new Composer\Autoload\ClassLoader($vendor);
    $loader->addClassMap(require "$vendor/composer/autoload_classmap.php");
    $loader->setClassMapAuthoritative(true);
    $loader->register();
    $gone = 0;
    foreach (file((string) getenv('PRELOAD_LIST'), FILE_IGNORE_NEW_LINES | FILE_SKIP_EMPTY_LINES) ?: [] as $name) {
        $gone += class_exists($name) || interface_exists($name, false) || trait_exists($name, false) ? 0 : 1;
    }
    $loader->unregister();
    // Not when it is only tried out, so that it is said once.
    if ($gone > 0 && getenv('PRELOAD_TRIED') === false) {
        error_log("deploy/preload.txt is out of date: of its classes $gone are not there any more. bin/preload makes it anew.");
    }
})((string) getenv('COMPOSER_VENDOR_DIR'));
