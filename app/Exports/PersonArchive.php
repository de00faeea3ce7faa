<?php

declare(strict_types=1);

namespace HiddenLadder\App\Exports;

use HiddenLadder\App\Media\MediaFolder;
use HiddenLadder\App\Models\Medium;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Words\Words;
use HiddenLadder\Core\Message;
use ZipArchive;

/**
 * Everything that is kept about one student, whoever gave the tasks: who they are, what they did, event by event and as
 * statements others can read, what they handed in, and what was written to them and by them. Of the secret it holds whether there
 * is one: it is kept as a hash.
 */
final class PersonArchive
{
    /** Of the way, what the rounds take; the rest is for putting it together. */
    private const ROUNDS = 0.8;

    public function __construct(
        private readonly RoundStatements $statements,
        private readonly MediaFolder $folder,
        private readonly PersonFacts $facts,
        private readonly Words $words,
    ) {
    }

    /** @param  callable(float): void  $told */
    public function write(Student $student, string $path, string $language, callable $told): void
    {
        $events = new Written("$path.events");
        $statements = new Written("$path.statements");
        try {
            RoundStatements::through(
                Round::query()->where('student_id', $student->id),
                fn (Round $round) => $this->add($round, $events, $statements),
                static fn (float $done) => $told($done * self::ROUNDS),
            );
            $events->end();
            $statements->end();
            $this->pack($student, $path, $language, ['events.jsonl' => $events->path, 'statements.jsonl' => $statements->path]);
        } finally {
            unlink($events->path);
            unlink($statements->path);
        }
    }

    private function add(Round $round, Written $events, Written $statements): void
    {
        $stored = RoundStatements::stored($round);
        foreach ($stored as $event) {
            $events->add(RoundStatements::line($event));
        }
        foreach ($this->statements->lines($round, $stored) as $line) {
            $statements->add($line);
        }
    }

    /** @param  array<string, string>  $files  paths by what they are called in it */
    private function pack(Student $student, string $path, string $language, array $files): void
    {
        $zip = new ZipArchive;
        $isOpen = $zip->open($path, ZipArchive::CREATE | ZipArchive::OVERWRITE);
        if ($isOpen !== true) {
            throw new \RuntimeException("$path cannot be written: $isOpen.");
        }
        $zip->addFromString('read-me.txt', $this->words->say(new Message('archive.read-me', ['name' => $student->name]), $language)."\n");
        $zip->addFromString('person.json', json_encode(
            $this->facts->of($student),
            JSON_THROW_ON_ERROR | JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES,
        )."\n");
        foreach ($files as $name => $file) {
            $zip->addFile($file, $name);
        }
        foreach ($student->media()->orderBy('id')->get() as $medium) {
            $this->addMedium($zip, $medium);
        }
        if (! $zip->close()) {
            throw new \RuntimeException("$path cannot be put together: {$zip->getStatusString()}.");
        }
    }

    /** As it is: pictures and sounds are no smaller for being packed. */
    private function addMedium(ZipArchive $zip, Medium $medium): void
    {
        $file = $medium->file === null ? null : $this->folder->path($medium->file);
        if ($file !== null && is_file($file)) {
            $name = "files/$medium->file";
            $zip->addFile($file, $name);
            $zip->setCompressionName($name, ZipArchive::CM_STORE);
        }
    }
}
