<?php

declare(strict_types=1);

namespace HiddenLadder\App\Console\Commands;

use HiddenLadder\App\Console\FileCommand;
use HiddenLadder\Core\Fields;
use HiddenLadder\Core\MalformedInput;
use HiddenLadder\Core\Marking\Marker;
use HiddenLadder\Core\Marking\Response;
use HiddenLadder\Core\Marking\UnfitResponse;
use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Core\Quiz\QuestionCheck;

/** docs/console.md has the JSON. */
final class MarkAnswers extends FileCommand
{
    protected $signature = 'quiz:mark
        {file : a JSON list of {question, response}}
        {--language=en : of the quiz; it decides the decimal sign}';

    protected $description = 'Mark responses to questions: a JSON list of {question, response} in, a list of results out';

    public function handle(): int
    {
        $path = $this->given('file');
        $list = is_file($path) ? json_decode((string) file_get_contents($path), true, 128) : null;
        if (! is_array($list) || ! array_is_list($list)) {
            $this->error('A JSON list of {question, response} is expected.');

            return self::FAILURE;
        }
        $marker = new Marker($this->given('language'));
        $this->line((string) json_encode(
            array_map(fn (mixed $one): array => $this->mark($marker, $one), $list),
            JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_PRETTY_PRINT | JSON_PRESERVE_ZERO_FRACTION,
        ));

        return self::SUCCESS;
    }

    /** @return array<string, mixed> a mark, or why there is none */
    private function mark(Marker $marker, mixed $one): array
    {
        try {
            $fields = Fields::of($one)->only(['question', 'response']);
            $problem = (new QuestionCheck)->problems($fields->object('question')->all())[0] ?? null;
            if ($problem !== null) {
                throw new MalformedInput("/question$problem->pointer", $problem->reason);
            }

            return $marker->mark(Question::read($fields->object('question')), Response::read($fields->object('response')))->toArray();
        } catch (UnfitResponse $unfit) {
            return ['error' => $this->said($unfit->why)];
        } catch (MalformedInput $malformed) {
            return ['error' => $this->said($malformed->reason), 'pointer' => $malformed->pointer];
        }
    }
}
