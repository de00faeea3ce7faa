<?php

declare(strict_types=1);

namespace HiddenLadder\App\Live;

use HiddenLadder\App\Models\Sitting;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Tasks\TaskProgress;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Log;

/**
 * Tells the pages that listen that something changed, as soon as it is committed. It says where, and nothing else: what changed
 * each page asks for itself, with its own rights.
 *
 * The web server passes it on (nchan). Where it cannot, pages ask every few seconds, as they do without it.
 */
final class Live
{
    /** Milliseconds that telling may take: nobody waits for it. */
    private const PATIENCE = 200;

    private ?\CurlHandle $speaks = null;

    public function __construct(private readonly string $socket)
    {
    }

    /** What is heard of a task, and of those that were given together with it. */
    public static function channelOf(Task $task): string
    {
        return 'task/'.($task->given_together ?? $task->id);
    }

    public function task(Task $task): void
    {
        $this->tell(self::channelOf($task));
    }

    /** A task, and the own pages of those whom it is for: it was given, or is given otherwise. */
    public function given(Task $task): void
    {
        $this->task($task);
        foreach ($this->socket === '' ? [] : TaskProgress::members([$task->id])->pluck('student_id') as $student) {
            $this->student((string) $student);
        }
    }

    public function quiz(string $quiz): void
    {
        $this->tell("quiz/$quiz");
    }

    /** All that are in a sitting: something was done at the front. */
    public function sitting(string $sitting): void
    {
        $this->tell("sitting/$sitting");
        $this->front($sitting);
    }

    /** The front alone: somebody came in, answered, or said how it goes. */
    public function front(string $sitting): void
    {
        $this->tell("front/$sitting");
    }

    /** The front of the class that a task is led with now. */
    public function frontOf(Task $task): void
    {
        $sitting = $this->socket === '' ? null : Sitting::query()->where('open_for', $task->class_id)->value('id');
        if (is_string($sitting)) {
            $this->front($sitting);
        }
    }

    public function student(string $student): void
    {
        $this->tell("student/$student");
    }

    public function teacher(string $teacher): void
    {
        $this->tell("teacher/$teacher");
    }

    /** Whoever listens as this student is asked anew whether they may. */
    public function end(string $student): void
    {
        DB::afterCommit(fn () => $this->send("student/$student", end: true));
    }

    /** Whoever listens in a sitting is asked anew whether they may. */
    public function endSitting(string $sitting): void
    {
        DB::afterCommit(fn () => $this->send("sitting/$sitting", end: true));
    }

    private function tell(string $channel): void
    {
        DB::afterCommit(fn () => $this->send($channel));
    }

    private function send(string $channel, bool $end = false): void
    {
        if ($this->socket === '') {
            return;
        }
        $this->speaks ??= curl_init();
        curl_setopt_array($this->speaks, [
            CURLOPT_URL => "http://live/live/$channel",
            CURLOPT_UNIX_SOCKET_PATH => $this->socket,
            CURLOPT_CUSTOMREQUEST => $end ? 'DELETE' : 'POST',
            CURLOPT_POSTFIELDS => $end ? '' : 'changed',
            CURLOPT_RETURNTRANSFER => true,
            CURLOPT_TIMEOUT_MS => self::PATIENCE,
            CURLOPT_HTTPHEADER => ['Content-Type: text/plain', 'Expect:'],
        ]);
        if (curl_exec($this->speaks) === false) {
            Log::warning('Nobody was told of a change at once: '.curl_error($this->speaks));
        }
    }
}
