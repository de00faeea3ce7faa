<?php

declare(strict_types=1);

// A server in the place of nginx: writes what is said, one line each, and answers at once.

$server = stream_socket_server('unix://'.$argv[1]);
assert($server !== false);
$speakers = $none = [];
for ($reads = [$server]; stream_select($reads, $none, $none, null) !== false; $reads = [...$speakers, $server]) {
    foreach ($reads as $one) {
        if ($one === $server) {
            $accepted = stream_socket_accept($server);
            $speakers = $accepted === false ? $speakers : [...$speakers, $accepted];

            continue;
        }
        $head = '';
        while (! str_contains($head, "\r\n\r\n") && ($line = fgets($one)) !== false) {
            $head .= $line;
        }
        if ($head === '') {
            $speakers = array_values(array_filter($speakers, static fn ($other): bool => $other !== $one));

            continue;
        }
        $asked = preg_match('#^\w+ /live/\S*#', $head, $found) === 1 ? str_replace('/live/', '', $found[0]) : $head;
        $length = preg_match('/^Content-Length: (\d+)/mi', $head, $found) === 1 ? (int) $found[1] : 0;
        fwrite(STDOUT, $asked.' '.($length < 1 ? '' : fread($one, $length))."\n");
        fwrite($one, "HTTP/1.1 200 OK\r\nContent-Length: 0\r\n\r\n");
    }
}
