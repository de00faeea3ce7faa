<?php

declare(strict_types=1);

return [
    // Addresses of the proxies in front: their word counts for whom they ask and by which scheme.
    'proxies' => array_values(array_filter(explode(',', (string) env('TRUSTED_PROXIES', '')))),
];
