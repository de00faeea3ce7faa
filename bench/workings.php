<?php

declare(strict_types=1);

// Working exercises out: key, steps and wrong answers of one; and six others like it.

use HiddenLadder\Core\Workings\Family;
use HiddenLadder\Core\Workings\Workings;

require(getenv('COMPOSER_VENDOR_DIR') ?: __DIR__.'/../vendor').'/autoload.php';
require __DIR__.'/measure.php';

foreach (['2/3 + 1/4', '502 - 378', '3(x-2) = 9', '2x+3 = 4x - 5', '100 + 20 % - 10 %', '(x+2)(x-3)', '2.5 km in m'] as $exercise) {
    told("workings of $exercise", median(static fn (): Workings => Workings::read($exercise, 'en'), 41), 20);
}
foreach (['2/3 + 1/4', '3(x-2) = 9'] as $exercise) {
    $model = Workings::read($exercise, 'en');
    told("six others like $exercise", median(static fn (): array => Family::of($model, 6, 'bench'), 5), 1000);
}
