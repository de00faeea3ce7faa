<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Evidence;

use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Round\Event;
use HiddenLadder\Core\Round\Fact;
use HiddenLadder\Core\Round\FactKind;
use HiddenLadder\Core\Round\Watched;

/** What a round's events say for the evidence: its tries in order, and what was watched. Made event by event. */
final readonly class Course
{
    /** Who did nothing for longer than so many milliseconds was away. */
    private const AWAY = 600_000;

    /**
     * @param  list<Attempt>  $attempts
     * @param  array<string, list<array{float, float}>>  $watched  stretches in order, by video stop or rung
     * @param  array<string, list<string>>  $rungs  seen since the last try, by question
     * @param  array<string, float>  $taken  seconds of answers that are not marked yet, by question
     * @param  ?int  $at  the last event, in milliseconds since 1970
     */
    public function __construct(public array $attempts = [], public array $watched = [], private array $rungs = [], private array $taken = [], private ?int $at = null)
    {
    }

    /**
     * @param  int  $at  in milliseconds since 1970
     * @param  list<Fact>  $facts  what the event came to
     */
    public function with(Event $event, int $at, array $facts): self
    {
        [$attempts, $watched, $rungs, $taken] = [$this->attempts, $this->watched, $this->rungs, $this->taken];
        $passed = $this->at === null || $at - $this->at > self::AWAY ? null : ($at - $this->at) / 1000;
        if ($event instanceof Watched) {
            $watched[$event->video][] = [$event->from, $event->to];
        }
        foreach ($facts as $fact) {
            $question = self::text($fact->data['home'] ?? $fact->data['question'] ?? '');
            if ($fact->kind === FactKind::RungSeen) {
                $rungs[$question][] = self::text($fact->data['rung'] ?? '');
            } elseif ($fact->kind === FactKind::Taken && $passed !== null) {
                $taken[$question] = $passed;
            } elseif ($fact->kind === FactKind::Marked && ($fact->data['result'] ?? '') !== 'unclear') {
                $share = $fact->data['share'] ?? 0.0;
                $attempts[] = new Attempt(
                    $question, self::text($fact->data['result'] ?? ''), is_numeric($share) ? (float) $share : 0.0,
                    self::textOrNull($fact->data['entry'] ?? null), self::textOrNull($fact->data['misconception'] ?? null),
                    $taken[$question] ?? $passed, $rungs[$question] ?? [], self::strings($fact->data['chosen'] ?? []), self::booleans($fact->data['parts'] ?? []),
                );
                unset($rungs[$question], $taken[$question]);
            } elseif ($fact->kind === FactKind::Overruled) {
                $attempts = self::overruled($attempts, $question, $fact->data['share'] ?? null);
            }
        }

        return new self($attempts, $watched, $rungs, $taken, $at);
    }

    public static function read(Fields $fields): self
    {
        return new self(
            $fields->objectsOr('attempts', Attempt::read(...)),
            array_map(self::stretches(...), self::array($fields, 'watched')),
            array_map(self::strings(...), self::array($fields, 'rungs')),
            $fields->numberMap('taken'),
            $fields->integerOrNull('at'),
        );
    }

    /** @return array<string, mixed> without what is empty */
    public function toArray(): array
    {
        return array_filter([
            'attempts' => array_map(static fn (Attempt $attempt): array => $attempt->toArray(), $this->attempts),
            'watched' => $this->watched, 'rungs' => $this->rungs, 'taken' => $this->taken, 'at' => $this->at,
        ], static fn (mixed $value): bool => $value !== null && $value !== []);
    }

    /**
     * A person's word on the last answer to a question.
     *
     * @param  list<Attempt>  $attempts
     * @return list<Attempt>
     */
    private static function overruled(array $attempts, string $question, mixed $share): array
    {
        for ($i = count($attempts) - 1; is_numeric($share) && $i >= 0; $i--) {
            $last = $attempts[$i];
            if ($last->question === $question) {
                $attempts[$i] = $last->overruled((float) $share);
                break;
            }
        }

        return array_values($attempts);
    }

    /** @return array<string, mixed> */
    private static function array(Fields $fields, string $name): array
    {
        $array = $fields->all()[$name] ?? [];

        return array_filter(is_array($array) ? $array : [], is_string(...), ARRAY_FILTER_USE_KEY);
    }

    /** @return list<array{float, float}> */
    private static function stretches(mixed $stretches): array
    {
        $read = [];
        foreach (is_array($stretches) ? $stretches : [] as $stretch) {
            if (is_array($stretch) && is_numeric($stretch[0] ?? null) && is_numeric($stretch[1] ?? null)) {
                $read[] = [(float) $stretch[0], (float) $stretch[1]];
            }
        }

        return $read;
    }

    /** @return list<string> */
    private static function strings(mixed $list): array
    {
        return is_array($list) ? array_values(array_filter($list, is_string(...))) : [];
    }

    /** @return array<string, bool> */
    private static function booleans(mixed $map): array
    {
        return array_filter(is_array($map) ? $map : [], static fn (mixed $value, mixed $key): bool => is_bool($value) && is_string($key), ARRAY_FILTER_USE_BOTH);
    }

    private static function text(mixed $value): string
    {
        return is_string($value) ? $value : '';
    }

    private static function textOrNull(mixed $value): ?string
    {
        return is_string($value) ? $value : null;
    }
}
