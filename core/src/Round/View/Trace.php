<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\View;

use HiddenLadder\Core\Marking\Result;
use HiddenLadder\Core\Message;
use HiddenLadder\Core\Quiz\Entry;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Quiz\StaircaseStop;
use HiddenLadder\Core\Round\Decision\Dealt;
use HiddenLadder\Core\Round\Decision\Led;
use HiddenLadder\Core\Round\Decision\Returns;
use HiddenLadder\Core\Round\Decision\Shown;
use HiddenLadder\Core\Round\Decision\Way;
use HiddenLadder\Core\Round\Result\Fact;
use HiddenLadder\Core\Round\Result\FactKind;
use HiddenLadder\Core\Round\Result\Standing;
use HiddenLadder\Core\Round\State;

/** Why a walk went where it went, told from the facts of an event. */
final readonly class Trace
{
    /** Letters of a question by which it is told. */
    private const SHORT = 40;

    public function __construct(private QuizDocument $quiz)
    {
    }

    /**
     * @param  list<Fact>  $facts  of one event
     * @return list<Message> a sentence each
     */
    public function of(array $facts, State $before, State $after): array
    {
        $told = [];
        $entry = null;
        $slipped = self::slips($after) > self::slips($before);
        if ($slipped && ! in_array(FactKind::Marked, array_column($facts, 'kind'), true)) {
            $told[] = new Message('trace.time-over');
        }
        foreach ($facts as $fact) {
            $data = $fact->data;
            if ($fact->kind === FactKind::Marked) {
                $entry = is_string($data['entry'] ?? null) ? $data['entry'] : null;
            }
            array_push($told, ...match ($fact->kind) {
                FactKind::Marked => [$this->marked($data, $after)],
                FactKind::Taken => [new Message('trace.taken')],
                FactKind::Led => $this->led(Led::read($data), $entry, $slipped),
                FactKind::Shown => [$this->shown(Shown::read($data))],
                FactKind::Dealt => [$this->dealt(Dealt::read($data), $data)],
                FactKind::Returns => $this->returns(Returns::read($data)),
                FactKind::Stood => $this->stood($data, $before, $after),
                FactKind::Called => [new Message('trace.called')],
                FactKind::Finished => [$this->finished($data)],
                default => [],
            });
        }

        return $told;
    }

    /** @param  array<string, mixed>  $data */
    private function marked(array $data, State $after): Message
    {
        $entry = $this->quiz->question(self::string($data, 'question'))?->entry(self::string($data, 'entry'));
        $given = ['isForeseen' => $entry === null ? 'no' : 'yes', 'entry' => self::short($entry?->name() ?? '')];

        return match (Result::tryFrom(self::string($data, 'result'))) {
            Result::Right => new Message('trace.right', $given),
            Result::Noted => new Message('trace.noted'),
            Result::Unclear => new Message('trace.unclear'),
            default => new Message('trace.slip', $given + ['slips' => $after->record(self::string($data, 'home'))->slips]),
        };
    }

    /** @return list<Message> */
    private function led(Led $led, ?string $entry, bool $slipped): array
    {
        $told = match ($led->way) {
            Way::Down => $led->rung === null ? [] : [$this->down($led->rung->id, (string) $led->rung->ladder, $slipped)],
            Way::On => $led->to === null ? [] : [$this->fork($led->to, $entry)],
            Way::Shown => [new Message('trace.shown-answer'), ...($led->to === null ? [] : [$this->fork($led->to, $entry)])],
            Way::Alike => [new Message('trace.alike')],
            Way::Again => [new Message('trace.again')],
            Way::Back => [new Message('trace.back')],
        };

        return $led->mayLeave ? [...$told, new Message('trace.may-leave')] : $told;
    }

    private function fork(string $to, ?string $entry): Message
    {
        $stop = $this->quiz->stop($to);
        $place = $stop === null
            ? new Message('trace.finish', ['title' => self::short($this->quiz->finish($to)->title ?? '')])
            : $this->quiz->placeOf($to);
        $answer = $this->entry($entry);

        return $answer?->fork === $to
            ? new Message('trace.fork-of-answer', ['entry' => self::short($answer->name()), 'place' => $place])
            : new Message('trace.fork-of-stop', ['place' => $place]);
    }

    private function down(string $rung, string $ladder, bool $slipped): Message
    {
        $rungs = array_column($this->quiz->ladder($ladder), 'id');
        $number = (int) array_search($rung, $rungs, true) + 1;
        if (! $slipped) {
            return new Message('trace.asked-for-help', ['number' => $number]);
        }
        $answer = $this->entry($ladder);

        return $answer === null
            ? new Message('trace.down', ['number' => $number, 'of' => count($rungs)])
            : new Message('trace.down-of-answer', ['number' => $number, 'entry' => self::short($answer->name())]);
    }

    /** An answer that is foreseen somewhere in the quiz, on ladders and among alike questions too. */
    private function entry(?string $id): ?Entry
    {
        foreach ($this->quiz->allQuestions() as $question) {
            $entry = $question->entry($id);
            if ($entry !== null) {
                return $entry;
            }
        }

        return null;
    }

    private function shown(Shown $shown): Message
    {
        return new Message($shown->cue === null ? 'trace.stop' : 'trace.cue', ['place' => $this->quiz->placeOf($shown->stop)]);
    }

    /** @param  array<string, mixed>  $data */
    private function dealt(Dealt $dealt, array $data): Message
    {
        $prompt = $dealt->question === null ? '' : self::short(
            $this->quiz->question($dealt->question)?->prompt->plain() ?? '',
        );

        return match (true) {
            isset($data['for']) => $dealt->question === null
                ? new Message('trace.no-alike')
                : new Message('trace.stands-in', ['question' => $prompt]),
            $dealt->question === null => new Message('trace.series-over'),
            $this->quiz->stop(self::string($data, 'stop')) instanceof StaircaseStop => new Message(
                'trace.level',
                ['level' => (int) $dealt->level + 1, 'question' => $prompt],
            ),
            default => new Message('trace.dealt', ['question' => $prompt]),
        };
    }

    /** @return list<Message> */
    private function returns(Returns $returns): array
    {
        return $returns->questions === [] ? [] : [new Message('trace.returns', ['count' => count($returns->questions)])];
    }

    /**
     * @param  array<string, mixed>  $data
     * @return list<Message>
     */
    private function stood(array $data, State $before, State $after): array
    {
        $question = self::string($data, 'question');
        if (self::string($data, 'standing') !== Standing::SetAside->value) {
            return [];
        }
        if ($after->record($question)->leftForGood) {
            return [new Message('trace.left')];
        }

        return $before->record($question)->standing === Standing::SetAside ? [] : [new Message('trace.set-aside')];
    }

    /** @param  array<string, mixed>  $data */
    private function finished(array $data): Message
    {
        $finish = $this->quiz->finish(self::string($data, 'finish'));

        return new Message('trace.finished', ['title' => self::short($finish->title ?? '')]);
    }

    private static function slips(State $state): int
    {
        return array_sum(array_column($state->records, 'slips'));
    }

    /** @param  array<string, mixed>  $data */
    private static function string(array $data, string $name): string
    {
        return is_string($data[$name] ?? null) ? $data[$name] : '';
    }

    private static function short(string $text): string
    {
        $text = trim((string) preg_replace('/\s+/u', ' ', $text));

        return mb_strlen($text) > self::SHORT ? rtrim(mb_substr($text, 0, self::SHORT - 1)).'…' : $text;
    }
}
