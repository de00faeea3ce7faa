<?php

declare(strict_types=1);

return [
    // Media are handed out by this app's own rules alone: the framework's address for stored files is closed.
    'disks' => ['local' => ['driver' => 'local', 'root' => storage_path('app/private'), 'serve' => false, 'throw' => true]],
];
