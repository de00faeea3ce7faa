<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Round;

use HiddenLadder\Core\Terms\Counts;
use HiddenLadder\Core\Terms\Mode;
use HiddenLadder\Core\Terms\Purpose;
use HiddenLadder\Core\Terms\RoundTerms;
use HiddenLadder\Core\Terms\SeenWhen;
use HiddenLadder\Core\Terms\Sight;
use HiddenLadder\Core\Terms\Terms;
use HiddenLadder\Demo\Draft;
use Random\Randomizer;

/**
 * Small quizzes and terms by lot, with every kind of stop, question, rung and fork. Forks lead to side stops and forwards,
 * so that no walk is endless by design. What must not be seen early reads "SECRET what whose" or "PROMPT of whom".
 */
final class MadeUpQuiz
{
    private const KINDS = [
        'one-choice',
        'several-choices',
        'true-false',
        'short-text',
        'gaps',
        'number',
        'expression',
        'order',
        'match',
        'poll',
        'written',
        'hand-in',
    ];

    private readonly Draft $d;

    private int $count = 0;

    private int $questions = 0;

    private function __construct(private readonly Randomizer $lot)
    {
        $this->d = new Draft((string) $lot->getInt(0, 999999));
    }

    /** @return array<string, mixed> */
    public static function document(Randomizer $lot): array
    {
        return (new self($lot))->whole();
    }

    public static function terms(Randomizer $lot): Terms
    {
        $coin = static fn (int $of = 2): bool => $lot->getInt(1, $of) === 1;
        $handedIn = $coin(4);
        $moment = static fn (): SeenWhen => SeenWhen::cases()[$lot->getInt(0, count(SeenWhen::cases()) - 1)];

        return new Terms(
            Purpose::Learn,
            freeOrder: $coin(4),
            tries: $coin() ? null : $lot->getInt(1, 3),
            shares: $coin() ? [1.0] : [1.0, 0.5, 0.25],
            alikeAfterSlip: $coin(),
            reveal: $coin(),
            mode: $handedIn ? Mode::HandedIn : Mode::AsOneGoes,
            missedComeBack: $coin(),
            help: ! $coin(4),
            enough: $coin(4) ? 0.5 : null,
            almostCosts: $coin(),
            mixOptions: $coin(),
            mixStops: $coin(3),
            rounds: new RoundTerms(counts: Counts::Best),
            seen: array_combine(
                array_column(Sight::cases(), 'value'),
                array_map(static fn (): SeenWhen => $coin() ? SeenWhen::AtOnce : $moment(), Sight::cases()),
            ),
        );
    }

    /** @return array<string, mixed> */
    private function whole(): array
    {
        $stops = [];
        $this->count = $this->lot->getInt(1, 6);
        for ($i = 0; $i < $this->count; $i++) {
            $stops[] = $this->stop($i) + $this->sometimes($i);
        }
        $pool = [];
        for ($i = 0; $i < 3; $i++) {
            $pool[] = ['alike' => 'g'.$this->lot->getInt(0, 1)] + $this->question("pool-$i", null);
        }

        return $this->d->quiz('Generated', '', $stops, 'End', '', [
            $this->d->reading('side', 'Aside', 'PROMPT side'),
            $this->d->asks('side-question', $this->question('side-q', null)),
        ], ['pool' => $pool, 'objectives' => [['id' => $this->d->id('goal'), 'text' => 'Know it.']], 'mastery' => ['rule' => 'estimate']]);
    }

    private function coin(int $of = 2): bool
    {
        return $this->lot->getInt(1, $of) === 1;
    }

    /** @return array<string, mixed> */
    private function stop(int $i): array
    {
        $d = $this->d;

        return match ($this->lot->getInt(0, 8)) {
            0 => $d->reading("stop-$i", 'A reading', "PROMPT reading-$i", ['staysAtHand' => $this->coin()]),
            1 => $d->video(
                "stop-$i",
                'A film',
                $d->id('film'),
                [
                    $d->cue("cue-$i-b", 20, $this->question("cue-$i-b", $i)),
                    $d->cue("cue-$i-a", 10, $this->question("cue-$i-a", $i)),
                    $d->note("note-$i", 5, 'A note.'),
                ],
                ['cuesShown' => $this->coin(), 'seeking' => ['open-cue', 'back', 'free'][$i % 3], 'staysAtHand' => $i % 2 === 0],
            ),
            2 => $d->drill(
                "stop-$i",
                'A drill',
                array_map(fn (int $n): array => $this->question("drill-$i-$n", null, marked: true), range(1, 4)),
                3,
                $this->lot->getInt(1, 3),
                ['deal', 'need', 'none-missed'][$this->lot->getInt(0, 2)],
            ),
            3 => $d->staircase(
                "stop-$i",
                'Stairs',
                array_map(
                    fn (int $level): array => [
                        $this->question("level-$i-$level-a", null, marked: true),
                        $this->question("level-$i-$level-b", null, marked: true),
                    ],
                    range(1, $this->lot->getInt(2, 4)),
                ),
                $this->ladder("stairs-$i", 1),
                $this->lot->getInt(1, 9),
            ),
            default => $d->asks("stop-$i", $this->question("q-$i", $i)),
        };
    }

    /** @return array<string, mixed> a condition or forks, on some stops */
    private function sometimes(int $i): array
    {
        $d = $this->d;
        $more = ['required' => ! $this->coin(4)];
        if ($i > 0 && $this->coin(6)) {
            $more['shownIf'] = ['kind' => 'score', 'atLeast' => 0.4];
        }
        if ($this->coin(5)) {
            $when = [
                ['kind' => 'result', 'result' => 'not-right'],
                ['kind' => 'slips', 'atLeast' => 2],
                ['kind' => 'score', 'below' => 0.5],
                ['kind' => 'mastered', 'objective' => $d->id('goal')],
                ['kind' => 'time-out'],
                ['kind' => 'judged', 'judged' => 'yes'],
            ][$this->lot->getInt(0, 5)];
            $more['forks'] = [$d->fork($when, $this->target($i) ?? $d->id('side'))];
        }

        return $more;
    }

    private function target(?int $position): ?string
    {
        return match (true) {
            $position === null => null,
            $this->coin() => $this->d->id($this->coin() ? 'side' : 'side-question'),
            $this->coin(5) => $this->d->id('finish'),
            $position + 1 < $this->count => $this->d->id('stop-'.($position + 1)),
            default => null,
        };
    }

    /** @return list<array<string, mixed>> */
    private function ladder(string $name, int $depth): array
    {
        $rungs = [];
        for ($i = $this->lot->getInt(0, 3); $i > 0; $i--) {
            $id = "$name-$i";
            $rungs[] = match ($this->lot->getInt(0, $depth < 3 ? 6 : 5)) {
                0 => $this->d->clip($id, "SECRET rung $id", $this->d->id('film'), 1, 9),
                1 => $this->d->reading($id, 'R', "SECRET rung $id"),
                2 => $this->d->example($id, 'E', "SECRET rung $id"),
                3 => $this->d->exercise($id, 'X', "SECRET rung $id", "SECRET rung $id"),
                4 => $this->d->teacher($id, "SECRET rung $id"),
                5 => $this->d->hint($id, "SECRET rung $id"),
                default => $this->d->simpler($id, $this->question("simpler-$id", null, $depth + 1)),
            };
        }

        return $rungs;
    }

    /** @return array<string, mixed> */
    private function question(string $name, ?int $position, int $depth = 1, bool $marked = false): array
    {
        $d = $this->d;
        $this->questions++;
        $kind = self::KINDS[$this->lot->getInt(0, count(self::KINDS) - ($marked ? 4 : 1))];
        $texts = match ($kind) {
            'number' => ['12 cm', '-3 m', '1/2 kg'],
            'expression' => ['2(x+1)', 'x^2', '7'],
            'true-false' => ["SECRET key $name", 'no'],
            default => ["SECRET key $name", "wrong $name", "worse $name"],
        };
        $entries = [];
        foreach ($texts as $i => $text) {
            $own = $i > 0 && $this->coin(4) ? $this->ladder("$name-own-$i", 3) : [];
            $fork = $position !== null && $this->coin(7) ? $this->target($position) : null;
            $entries[] = [
                'id' => $d->id("$name/entry/$i"),
                'right' => $i === 0 && $kind !== 'poll',
            ] + $d->wrong("$name-$i", $text, "SECRET feedback $name/$i", $own, $fork);
        }
        $more = [
            'points' => $this->lot->getInt(0, 3),
            'alike' => $this->coin(3) ? 'g'.$this->lot->getInt(0, 1) : null,
            'objectives' => $this->coin() ? [$d->id('goal')] : [],
        ] + match ($kind) {
            'gaps' => [
                'sentence' => 'It [1] and [2].',
                'gaps' => [
                    $d->gap("$name-a", array_slice($entries, 0, 2)),
                    $d->gap(
                        "$name-b",
                        [['id' => $d->id("$name/b/0")] + $d->right('sinks'), ['id' => $d->id("$name/b/1")] + $d->wrong("$name-b", 'jumps')],
                        'list',
                    ),
                ],
                'scoring' => 'parts',
            ],
            'order' => [
                'items' => [$d->item("$name-1", 'One'), $d->item("$name-2", 'Two'), $d->item("$name-3", 'Three')],
                'scoring' => 'parts',
            ],
            'match' => [
                'items' => [$d->item("$name-1", 'One'), $d->item("$name-2", 'Two')],
                'pairs' => [$d->pair("$name-1", 'I', "$name-1"), $d->pair("$name-2", 'II', "$name-2")],
            ],
            'written' => ['model' => $this->coin() ? "SECRET model $name" : '', 'readByTeacher' => $this->coin()],
            'short-text' => ['text' => ['spelling' => ['exact', 'ask', 'accept'][$this->lot->getInt(0, 2)]]],
            default => [],
        };
        $ownEntries = in_array($kind, ['gaps', 'order', 'match', 'written', 'hand-in'], true) ? [] : $entries;

        return $d->question(
            $name,
            $kind,
            "PROMPT $name",
            $ownEntries,
            "SECRET said $name",
            "SECRET said $name",
            $this->ladder($name, $depth),
            '0',
            $more,
        );
    }
}
