<?php

declare(strict_types=1);

namespace HiddenLadder\Demo;

/** The quiz on tides. Videos are named by the ids under which they were stored. */
final class Tides
{
    /** With the questions that serve them. */
    private const OBJECTIVES = [
        'goal-range' => ['Work out a tidal range and use it', ['range', 'range-sum', 'twelfths']],
        'goal-why' => ['Explain why there are two high tides a day', ['why-near', 'why-twice', 'why-turn', 'two']],
        'goal-table' => ['Plan a walk by a tide table', ['fastest', 'table', 'walk']],
    ];

    /** With the wrong answers that show them. */
    private const MISCONCEPTIONS = [
        'as-deep' => ['The tidal range is how high the water stands', ['range-depth', 'range-high']],
        'not-a-difference' => ['A range is something other than the difference of two heights', ['range-time', 'range-added']],
        'one-bulge' => ['There is only one bulge of water', ['why-twice-one', 'two-sun', 'two-moon']],
        'evenly' => ['The water climbs by the same amount each hour', ['twelfths-even', 'twelfths-first', 'walk-after']],
        'high-for-low' => ['High and low water are mixed up', ['why-turn-low', 'table-first', 'table-low', 'walk-high']],
    ];

    /**
     * @param  array<string, string>  $media  ids by the names of the shipped videos
     * @return array<string, mixed>
     */
    public static function document(array $media): array
    {
        $d = new Draft('tides');
        $tidesVideo = $media['two-high-tides'];

        $quiz = $d->quiz(
            'Tides at Skerry Bay',
            'Have your notes at hand. Take your time: if something does not come at once, there is help on the way.',
            [
                $d->asks('range', $d->question('range', 'one-choice', 'What does the tidal range tell you?', [
                    $d->wrong(
                        'range-depth',
                        'How deep the water is at high tide',
                        'Depth is measured from the ground. The range is not about the ground.',
                    ),
                    $d->right('How far the water climbs from low water to high water'),
                    $d->wrong('range-time', 'How long the water takes to climb', 'That is a time. A range is a height, in metres.'),
                    $d->wrong('range-out', 'How far the sea goes out over the sand'),
                ], 'Yes. The range is the height between the low mark and the high mark.', 'Look at the two marks on the quay wall.', [
                    $d->hint(
                        'range-hint',
                        'Think of two marks on the quay wall: one where the water stands lowest, one where it stands highest. What lies between them?',
                    ),
                    $d->clip('range-video', 'High mark, low mark', $media['tidal-range'], 0, 17.8),
                ])),
                $d->asks('range-sum', $d->question('range-sum', 'number', 'At Skerry Bay, high water is 5.2 m and low water is 1.4 m. How large is the tidal range, in metres?', [
                    $d->right('3.8'),
                    $d->wrong('range-added', '6.6', 'You have added the two heights. The range lies between them.', [
                        $d->hint(
                            'range-added-hint',
                            'Draw a wall with a mark at 1.4 m and a mark at 5.2 m. How far is it from one mark up to the other?',
                        ),
                    ]),
                    $d->wrong('range-high', '5.2', 'That is where the water stands at high tide. From where did it climb?'),
                ], 'Yes: 5.2 m − 1.4 m = 3.8 m.', 'The range is the height between the two marks.', [
                    $d->hint(
                        'range-sum-hint',
                        'Start at the low mark and climb to the high mark. Which sum tells you how far you climbed?',
                    ),
                    $d->clip('range-sum-video', 'Working out a range', $media['tidal-range']),
                    $d->reading(
                        'range-sum-example',
                        'The same with other numbers',
                        "At Gull Point, high water is 4.9 m and low water is 0.7 m.\nFrom 0.7 m up to 4.9 m the water climbs 4.9 m − 0.7 m = 4.2 m.\nSo the range there is 4.2 m. Now do the same with 5.2 m and 1.4 m.",
                    ),
                ])),
                $d->video('why', 'Why two high tides a day?', $tidesVideo, [
                    $d->note('why-chapter-pull', 0, 'Two bulges', 'heading'),
                    $d->note('why-note', 12, 'The pull is drawn far too strong here. The real bulges are less than a metre high.'),
                    $d->cue('why-near', 26.1, $d->question('why-near', 'one-choice', 'Where is the first bulge of water?', [
                        $d->right('On the side of the Earth that faces the Moon'),
                        $d->wrong('why-near-far', 'On the side that faces away from the Moon'),
                        $d->wrong('why-near-poles', 'At the North and the South Pole'),
                    ], 'Yes. The near side is pulled the most.', 'Watch where the water goes when the arrows grow.', [
                        $d->hint('why-near-hint', 'The pull is stronger the nearer something is. Which water is nearest to the Moon?'),
                    ])),
                    $d->cue('why-twice', 39.7, $d->question('why-twice', 'number', 'How many bulges of water does the Earth have at one time?', [
                        $d->right('2'),
                        $d->wrong('why-twice-one', '1', 'There is one towards the Moon. What happens on the other side?'),
                    ], 'Yes: one towards the Moon, one on the far side.', 'Count the places where the water is high.', [
                        $d->clip('why-twice-video', 'What happens on the far side', $tidesVideo, 26.2, 39.7),
                    ])),
                    $d->note('why-chapter-turn', 43, 'The Earth turns', 'heading'),
                    $d->cue('why-turn', 58.0, $d->question('why-turn', 'short-text', 'The water is highest where the bay passes a bulge. What do we call that moment at the quay?', [
                        $d->right('high tide'), $d->right('high water'), $d->right('high'),
                        $d->wrong('why-turn-low', 'low tide', 'That is when the bay is between two bulges.'),
                    ], 'Yes: high tide, twice in one turn.', 'Two words are enough.', [
                        $d->hint(
                            'why-turn-hint',
                            'There are two names for the state of the tide. One is for the largest height of the water.',
                        ),
                    ])),
                    $d->note('why-wonder', 62, 'What do you still wonder about? Write it down: it comes up next lesson.', 'comments'),
                ]),
                $d->asks('two', $d->question('two', 'one-choice', 'Why does Skerry Bay have two high tides a day, and not one?', [
                    $d->wrong('two-sun', 'One is made by the Sun, the other by the Moon', 'The Sun does pull too, but the second bulge would be there without it.', [
                        $d->clip('two-sun-video', 'Both bulges belong to the Moon', $tidesVideo, 26.2, 39.7),
                    ]),
                    $d->right('The Earth turns through a bulge on the near side and one on the far side'),
                    $d->wrong('two-moon', 'The Moon goes round the Earth twice a day', 'The Moon takes about a month to go round.', [
                        $d->hint('two-moon-hint', 'What turns once a day: the Moon around us, or the Earth around itself?'),
                    ]),
                    $d->wrong('two-wind', 'The wind blows in by day and out by night'),
                ], 'Yes. In one turn, the bay passes both bulges.', 'Think of the picture with the bay as a red dot.', [
                    $d->hint('two-hint', 'Follow the bay through one whole turn of the Earth. Through how many bulges does it pass?'),
                    $d->clip('two-video', 'One turn of the Earth', $tidesVideo, 44.2, 58),
                    $d->reading(
                        'two-reading',
                        'In four sentences',
                        "The Moon pulls the near water more than the Earth, so it bulges towards the Moon.\nIt pulls the Earth more than the far water, so the far water is left behind: a second bulge.\nThe Earth turns once a day.\nSo each place passes both bulges in a day, and has two high tides.",
                    ),
                ])),
                $d->asks('twelfths', $d->question('twelfths', 'number', 'The tidal range is 6 m. By the rule of twelfths, how many metres does the water climb in the third hour after low water?', [
                    $d->right('1.5'),
                    $d->wrong('twelfths-even', '1', 'That would be the same in each hour. The water is faster in the middle.', [
                        $d->clip('twelfths-even-video', 'Not the same in each hour', $media['rule-of-twelfths'], 0, 21.6),
                    ]),
                    $d->wrong('twelfths-first', '0.5', 'That is one twelfth: what it climbs in the first hour.'),
                ], 'Yes: three twelfths of 6 m are 1.5 m.', 'The six hours go 1, 2, 3, 3, 2, 1.', [
                    $d->hint('twelfths-hint', 'First find one twelfth of 6 m. How many twelfths belong to the third hour?'),
                    $d->clip('twelfths-video', 'Slow, fast, slow', $media['rule-of-twelfths']),
                    $d->reading(
                        'twelfths-example',
                        'The same with a range of 3.6 m',
                        "One twelfth is 3.6 m ÷ 12 = 0.3 m.\nHour 1: 0.3 m. Hour 2: 0.6 m. Hour 3: 0.9 m. Hour 4: 0.9 m. Hour 5: 0.6 m. Hour 6: 0.3 m.\nTogether that is 3.6 m again.",
                    ),
                ])),
                $d->asks('fastest', $d->question('fastest', 'several-choices', 'In which hours after low water does the water climb fastest?', [
                    $d->wrong('fastest-1', 'the first'), $d->wrong('fastest-2', 'the second'), $d->right('the third'),
                    $d->right('the fourth'), $d->wrong('fastest-5', 'the fifth'), $d->wrong('fastest-6', 'the sixth'),
                ], 'Yes: the third and the fourth, with three twelfths each.', 'There are two such hours, side by side.', [
                    $d->hint('fastest-hint', 'One, two, three, three, two, one: where are the largest?'),
                ])),
                $d->asks('table', $d->question('table', 'short-text', "From a tide table:\n00:48  1.1 m\n07:02  5.4 m\n13:12  0.9 m\n19:25  5.6 m\nAt what time is the second high water of the day?", [
                    $d->right('19:25'), $d->right('19.25'), $d->right('7:25 pm'),
                    $d->wrong('table-first', '07:02', 'That is high water, but the first of the day.'),
                    $d->wrong('table-low', '13:12', 'Look at the height beside it.', [], $d->id('read-table')),
                ], 'Yes. 5.6 m is high, and it is the second time.', 'High water has the large heights.', [
                    $d->hint('table-hint', 'Mark the two largest heights. Which of the two comes later?'),
                    $d->reading(
                        'table-reading',
                        'How to read it',
                        'Each line has a time and a height. Small heights are low water, large heights are high water. They take turns: low, high, low, high.',
                    ),
                ])),
                $d->asks('walk', $d->question('walk', 'one-choice', 'With the same table: when is the safest time to begin a walk over the sand to the island and back?', [
                    $d->wrong('walk-high', 'At 07:02', 'The water is 5.4 m high then: the sand lies deep below it.'),
                    $d->wrong('walk-after', 'At 15:12, two hours after low water', 'The water is about to climb fastest.', [
                        $d->hint('walk-after-hint', 'By the rule of twelfths, which hours come right after that?'),
                    ]),
                    $d->right('At 12:00, a good hour before low water'),
                ], 'Yes. You walk out while the water still sinks, and are back before it climbs fast.', 'Think of when the water is lowest, and when it climbs fastest.', [
                    $d->hint('walk-hint', 'Low water is at 13:12. You need time on both sides of it.'),
                ])),
            ],
            'You have walked the whole shore',
            'Next lesson we go down to the quay with the tide table. Bring boots.',
            [
                $d->reading(
                    'read-table',
                    'Reading a tide table',
                    "00:48  1.1 m   low water\n07:02  5.4 m   high water\n13:12  0.9 m   low water\n\nSmall heights are low water, large heights are high water. They take turns.",
                ),
            ],
            [
                'subject' => 'Geography', 'unit' => 'The coast', 'tags' => ['tides', 'Moon'],
                'stage' => ['from' => 12, 'to' => 13],
                'objectives' => array_map(
                    static fn (string $name, string $text): array => ['id' => $d->id($name), 'text' => $text],
                    array_keys(self::OBJECTIVES),
                    array_column(self::OBJECTIVES, 0),
                ),
                'misconceptions' => array_map(
                    static fn (string $name, string $text): array => ['id' => $d->id($name), 'text' => $text],
                    array_keys(self::MISCONCEPTIONS),
                    array_column(self::MISCONCEPTIONS, 0),
                ),
            ],
        );

        return self::meant($quiz, $d);
    }

    /**
     * Says which objective each question serves and which misconception each wrong answer shows.
     *
     * @param  array<array-key, mixed>  $part  of the document
     * @return array<array-key, mixed>
     */
    private static function meant(array $part, Draft $d): array
    {
        foreach (self::OBJECTIVES as $name => [, $questions]) {
            if (in_array($part['id'] ?? null, array_map(static fn (string $question): string => $d->id("$question/question"), $questions), true)) {
                $part['objectives'] = [$d->id($name)];
            }
        }
        foreach (self::MISCONCEPTIONS as $name => [, $entries]) {
            if (in_array($part['id'] ?? null, array_map(static fn (string $entry): string => $d->id("entry/$entry"), $entries), true)) {
                $part['misconception'] = $d->id($name);
            }
        }

        return array_map(static fn (mixed $member): mixed => is_array($member) ? self::meant($member, $d) : $member, $part);
    }
}
