<?php

declare(strict_types=1);

namespace HiddenLadder\App\Console\Commands;

use HiddenLadder\App\Console\FileCommand;
use HiddenLadder\App\Console\QuizFile;
use HiddenLadder\Core\Fault;
use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Forecast\MadeUpStudent;
use HiddenLadder\Core\Forecast\Profile;
use HiddenLadder\Core\MalformedInput;
use HiddenLadder\Core\Message;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Round\Engine;
use HiddenLadder\Core\Round\Event\Event;
use HiddenLadder\Core\Round\Event\Started;
use HiddenLadder\Core\Round\Frame;
use HiddenLadder\Core\Round\History;
use HiddenLadder\Core\Round\Result\Fact;
use HiddenLadder\Core\Round\Result\Refusal;
use HiddenLadder\Core\Round\Result\Score;
use HiddenLadder\Core\Round\State;
use HiddenLadder\Core\Terms\Terms;
use Random\Engine\Xoshiro256StarStar;
use Random\Randomizer;

/** docs/console.md has the JSON. */
final class WalkQuiz extends FileCommand
{
    protected $signature = 'quiz:walk {file : a quiz document}
        {--answers= : a JSON list of {kind, data}: the events after the start}
        {--student= : always-slips, half or never}
        {--seed=1}
        {--terms= : a JSON object of terms; without it the suggested ones}
        {--steps=2000 : at most so many events}
        {--json}';

    protected $description = 'Walk a quiz by given events or as a made-up student, and print the walk';

    /** Milliseconds between two events of a walk. */
    private const PACE = 20_000;

    public function handle(): int
    {
        try {
            $quiz = QuizFile::read($this->given('file'))->quiz();
            $terms = $this->terms($quiz);
            $steps = $this->walk($quiz, $terms);
        } catch (MalformedInput $malformed) {
            $this->error($this->told(new Fault($malformed->pointer, $malformed->reason)));

            return self::FAILURE;
        }
        $this->option('json') === true
            ? $this->line(
                (string) json_encode(
                    $steps,
                    JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_PRETTY_PRINT | JSON_PRESERVE_ZERO_FRACTION,
                ),
            )
            : $this->tell($steps);

        return self::SUCCESS;
    }

    private function start(QuizDocument $quiz, Terms $terms): Started
    {
        $seed = $this->given('seed');

        return new Started(seed: $seed, history: History::of($quiz, [], $terms->rounds, $seed));
    }

    private function terms(QuizDocument $quiz): Terms
    {
        $given = $this->option('terms');

        return Terms::read(Fields::of(is_string($given) ? json_decode($given, true) : $quiz->terms, '/terms'));
    }

    /** @return array{steps: list<array<string, mixed>>, finished: bool, finish: ?string, score: ?float, records: \stdClass} */
    private function walk(QuizDocument $quiz, Terms $terms): array
    {
        $engine = new Engine($quiz, $terms);
        $given = $this->answers();
        $made = $given === null
            ? new MadeUpStudent(
                $quiz,
                $terms,
                Profile::even($this->skill()),
                new Randomizer(new Xoshiro256StarStar((int) $this->option('seed'))),
            )
            : null;
        $state = new State;
        $steps = [];
        for ($step = 0; $step < (int) $this->option('steps') && ! $state->isFinished(); $step++) {
            $event = $step === 0 ? $this->start($quiz, $terms) : ($made === null ? array_shift($given) : $made->next($state));
            if ($event === null) {
                break;
            }
            $outcome = $engine->apply($state, $event, $step * self::PACE);
            $line = ['event' => ['kind' => $event->kind()->value, 'data' => (object) $event->data()]];
            if ($outcome instanceof Refusal) {
                $steps[] = $line + ['refused' => $outcome->rule->value, 'sentence' => $this->said($outcome->message)];

                continue;
            }
            $state = $outcome->state;
            $steps[] = $line + [
                'facts' => array_map(static fn (Fact $fact): array => $fact->toArray(), $outcome->facts),
                'path' => array_map(static fn (Frame $frame): string => $frame->id, $state->path),
            ];
        }

        return [
            'steps' => $steps,
            'finished' => $state->isFinished(),
            'finish' => $state->finish,
            'score' => Score::ofRound($quiz, $terms, $state)->share(),
            'records' => (object) array_map(
                static fn ($record): array => [
                    'standing' => $record->standing->value,
                    'tries' => $record->tries,
                    'slips' => $record->slips,
                    'share' => $record->share,
                ],
                $state->records,
            ),
        ];
    }

    /** @return ?list<Event> */
    private function answers(): ?array
    {
        $written = $this->option('answers');
        if (! is_string($written)) {
            return null;
        }
        $list = json_decode(is_file($written) ? (string) file_get_contents($written) : $written, true, 128);

        return Fields::of(['answers' => $list])->objects('answers', static fn (Fields $one): Event => Event::read(
            $one->only(['kind', 'data'])->string('kind'),
            $one->object('data'),
        ));
    }

    private function skill(): float
    {
        return match ($this->option('student')) {
            'always-slips' => 0.0,
            'half' => 0.5,
            'never', null => 1.0,
            default => throw new MalformedInput('--student', new Message('console.no-such-student')),
        };
    }

    /** @param  array{steps: list<array<string, mixed>>, finished: bool, finish: ?string, score: ?float, records: \stdClass}  $walk */
    private function tell(array $walk): void
    {
        foreach ($walk['steps'] as $number => $step) {
            $facts = is_array($step['facts'] ?? null) ? $step['facts'] : [];
            $said = array_map(
                static fn (mixed $fact): string => is_array($fact) ? implode(' ', array_filter($fact, is_string(...))) : '',
                $facts,
            );
            $event = is_array($step['event']) ? $step['event']['kind'] : '';
            $this->line(
                sprintf(
                    '%3d  %-16s %s',
                    $number + 1,
                    strval($event),
                    isset($step['refused']) ? "refused: {$step['sentence']}" : implode('; ', $said),
                ),
            );
        }
        $this->line(
            $walk['finished']
                ? 'Finished'.($walk['score'] === null ? '.' : sprintf(' with %.0f %% of the points.', 100 * $walk['score']))
                : 'Not finished.',
        );
    }
}
