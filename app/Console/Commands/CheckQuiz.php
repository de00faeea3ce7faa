<?php

declare(strict_types=1);

namespace HiddenLadder\App\Console\Commands;

use HiddenLadder\App\Console\FileCommand;
use HiddenLadder\App\Console\QuizFile;
use HiddenLadder\App\Http\Resources\QuizFindings;
use HiddenLadder\Core\Fault;
use HiddenLadder\Core\Inspection\Inspection;

/** docs/console.md has the JSON. */
final class CheckQuiz extends FileCommand
{
    protected $signature = 'quiz:check {file : a quiz document} {--json}';

    protected $description = 'Check a quiz document: its schema and references, and what the inspection finds';

    public function handle(): int
    {
        $file = QuizFile::read($this->given('file'));
        $findings = $file->problems === [] ? Inspection::of($file->quiz()) : [];
        $ready = $file->problems === [] && Inspection::allowsPublishing($findings);
        if ($this->option('json') === true) {
            $this->line((string) json_encode([
                'sound' => $file->problems === [],
                'publishable' => $ready,
                'problems' => array_map(
                    fn (Fault $problem): array => ['pointer' => $problem->pointer, 'reason' => $this->said($problem->reason)],
                    $file->problems,
                ),
                'findings' => (new QuizFindings($findings))->resolve(),
            ], JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_PRETTY_PRINT));
        } else {
            foreach ($file->problems as $problem) {
                $this->error($this->told($problem));
            }
            foreach ($findings as $finding) {
                $this->line(
                    str_pad($finding->severity->value, 8).$this->said($finding->message).($finding->at === null ? '' : " ($finding->at)"),
                );
            }
            $this->line($ready ? 'This can be published.' : 'This cannot be published.');
        }

        return $ready ? self::SUCCESS : self::FAILURE;
    }
}
