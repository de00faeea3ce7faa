<?php

declare(strict_types=1);

// The hard yardstick of `bin/bench answers`: nothing but one INSERT, in the same processes, with the same connection that is kept.

$pdo = new PDO(
    sprintf('mysql:unix_socket=%s;dbname=%s;charset=utf8mb4', getenv('DB_SOCKET'), getenv('DB_DATABASE')),
    (string) getenv('DB_USERNAME'),
    (string) getenv('DB_PASSWORD'),
    [PDO::ATTR_PERSISTENT => true],
);
$id = bin2hex(random_bytes(13));
$pdo->prepare('insert into letters (id, `to`, subject, body, sent_at) values (?, ?, ?, ?, now())')->execute([$id, 'nobody', 'yardstick', '']);
header('Content-Type: application/json');
echo json_encode(['id' => $id]);
