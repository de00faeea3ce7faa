<?php

declare(strict_types=1);

return [
    HiddenLadder\App\Providers\AppServiceProvider::class,
];
