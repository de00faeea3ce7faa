<?php

declare(strict_types=1);

namespace HiddenLadder\Demo;

/** A quiz on simple electric circuits: units, formulas, a drill, a staircase, and forks by what went before. */
final class Circuits
{
    private const SUMS = [[6, 12], [9, 3], [12, 4], [4, 8], [10, 4], [3, 6]];

    /** @return array<string, mixed> */
    public static function document(): array
    {
        $d = new Draft('circuits');

        return $d->quiz('Simple electric circuits', 'Two bulbs, one battery, some wire.', [
            ['staysAtHand' => true, 'text' => '<p>Current is voltage divided by resistance. In letters:</p><span data-tex="I = \\frac{U}{R}">I is U divided by R</span>'
                .'<ul><li><strong>voltage</strong> U is measured in volts (V)</li><li><strong>current</strong> I in amperes (A)</li><li><strong>resistance</strong> R in ohms (Ω)</li></ul>'] + $d->reading(
                    'ohms-law',
                    'What we found on Monday',
                    '',
                ),
            $d->asks('closed', $d->question('closed', 'one-choice', 'A bulb is joined to a battery by one wire only. Does it light up?', [
                $d->wrong(
                    'closed-yes',
                    'Yes, the current reaches it',
                    'Where could the current go on to from the bulb?',
                    [],
                    null,
                    ['misconception' => $d->id('one-way')],
                ),
                $d->right('No, the way back is missing'),
                $d->wrong('closed-half', 'Yes, but only half as bright', '', [], null, ['misconception' => $d->id('used-up')]),
            ], 'Yes: a current needs a way round, out and back.', 'Follow the wire with a finger, out and back.', [
                $d->hint('closed-hint', 'Start at one end of the battery. Can you come back to its other end?'),
                $d->reading(
                    'closed-reading',
                    'All the way round',
                    'A current flows only where there is a closed way: from one end of the battery, through the bulb, back to the other end. One gap, and it stops everywhere at once.',
                ),
            ], '0', ['objectives' => [$d->id('goal-circuit')]])),
            $d->asks('gap', self::truth($d, 'gap', 'A gap anywhere in the circle stops the current everywhere.', true), ['forks' => [
                $d->fork(['kind' => 'slips', 'atLeast' => 3], $d->id('round-again')),
            ]]),
            $d->asks('signs', $d->question('signs', 'match', 'What is measured in what?', [
                $d->wrong(
                    'signs-swapped',
                    '',
                    'Volts push, amperes flow.',
                    [],
                    null,
                    [
                        'pairs' => [$d->id('pair/voltage') => $d->id('item/ampere'), $d->id('pair/current') => $d->id('item/volt')],
                        'misconception' => $d->id('volt-ampere'),
                    ],
                ),
            ], 'Yes.', 'Look at what we found on Monday.', [$d->hint('signs-hint', 'Ohms resist.')], '0', [
                'scoring' => 'parts', 'objectives' => [$d->id('goal-ohm')],
                'pairs' => [
                    $d->pair('voltage', 'voltage', 'volt'),
                    $d->pair('current', 'current', 'ampere'),
                    $d->pair('resistance', 'resistance', 'ohm'),
                ],
                'items' => [$d->item('volt', 'volt'), $d->item('ampere', 'ampere'), $d->item('ohm', 'ohm'), $d->item('metre', 'metre')],
            ])),
            $d->asks('ohm', $d->question('ohm', 'number', 'A battery of 6 V drives a current through a resistance of 12 Ω. Which current flows? Give the unit too.', [
                $d->right('0.5 A'),
                $d->wrong(
                    'ohm-inverted',
                    '2 A',
                    'You have divided the resistance by the voltage.',
                    [$d->hint('ohm-inverted-hint', 'More resistance must give less current. Which number goes below the line?')],
                    null,
                    ['misconception' => $d->id('upside-down')],
                ),
                $d->wrong(
                    'ohm-times',
                    '72 A',
                    'You have multiplied. Would a larger resistance let more current through?',
                    [],
                    null,
                    ['misconception' => $d->id('more-more')],
                ),
            ], 'Yes: 6 V ÷ 12 Ω = 0.5 A. You may also say 500 mA.', 'Current is voltage divided by resistance.', [
                $d->hint('ohm-hint', 'Current = voltage ÷ resistance.'),
                $d->simpler('ohm-simpler', $d->question('ohm-simpler', 'number', 'What is 6 divided by 12?', [$d->right('0.5', '', ['id' => $d->id('half')])], 'Yes, one half.', 'Is it more or less than 1?', [
                    $d->hint('ohm-simpler-hint', 'How often does 12 fit into 6? Less than once: half a time.'),
                ])),
                $d->example('ohm-example', 'Another one, worked through', 'With 9 V and 3 Ω: I = U / R = 9 V ÷ 3 Ω = 3 A.'),
                $d->teacher('ohm-teacher', 'Show your teacher how far you have come. You can set this aside meanwhile.'),
            ], '0', ['unitShare' => 0.5, 'objectives' => [$d->id('goal-ohm')], 'difficulty' => 3])),
            $d->asks('law', $d->question('law', 'expression', 'Write the voltage U in terms of the resistance R and the current I.', [
                $d->right('R*I'),
                $d->wrong(
                    'law-divided',
                    'R/I',
                    'That way a larger current would need less voltage.',
                    [],
                    null,
                    ['misconception' => $d->id('upside-down')],
                ),
                $d->wrong('law-sum', 'R+I', 'Ohms and amperes cannot be added.', [], null, ['misconception' => $d->id('mixed-sum')]),
            ], 'Yes: U = R · I.', 'Start from I = U / R and bring R to the other side.', [
                $d->hint('law-hint', 'Multiply both sides of I = U / R by R.'),
            ], '0', ['form' => 'simplified', 'objectives' => [$d->id('goal-ohm')], 'prompt' => '<p>Write the voltage U in terms of the resistance R and the current I. You know:</p><span data-tex="I = \\frac{U}{R}">I is U divided by R</span>'])),
            $d->drill('sums', 'Currents, one after the other', array_map(static fn (int $i): array => $d->question("sum-$i", 'number', self::SUMS[$i][0].' V and '.self::SUMS[$i][1].' Ω: how many amperes?', [
                $d->right((string) (self::SUMS[$i][0] / self::SUMS[$i][1]), '', ['id' => $d->id("sum-$i-right")]),
                $d->wrong(
                    "sum-$i-inverted",
                    (string) round(self::SUMS[$i][1] / self::SUMS[$i][0], 4),
                    'That is resistance divided by voltage.',
                    [],
                    null,
                    ['misconception' => $d->id('upside-down')],
                ),
            ], 'Yes.', 'Voltage divided by resistance.', [$d->hint("sum-$i-hint", 'Voltage above the line, resistance below.')]), array_keys(self::SUMS)), 4, 3, 'need', ['forks' => [
                $d->fork(['kind' => 'mastered', 'objective' => $d->id('goal-ohm'), 'is' => false], $d->id('ohm-again')),
            ]]),
            $d->asks('build', $d->question('build', 'order', 'You want to light a bulb. Put the steps in order.', [
                $d->wrong(
                    'build-live',
                    '',
                    'Closing the switch first means working on live wires.',
                    [],
                    null,
                    [
                        'order' => [$d->id('item/close'), $d->id('item/plan'), $d->id('item/wires'), $d->id('item/look')],
                        'misconception' => $d->id('live-wires'),
                    ],
                ),
            ], 'Yes. Power comes last but one.', 'When should current flow for the first time?', [
                $d->hint('build-hint', 'First think, last look.'),
            ], '0', [
                'scoring' => 'parts',
                'items' => [
                    $d->item('plan', 'Draw a plan'),
                    $d->item('wires', 'Join the wires'),
                    $d->item('close', 'Close the switch'),
                    $d->item('look', 'See whether it lights up'),
                ],
            ]), ['forks' => [$d->fork(['kind' => 'answer', 'question' => $d->id('closed/question'), 'entry' => $d->id('entry/closed-yes')], $d->id('round-again'))]]),
            $d->asks('series', $d->question('series', 'one-choice', 'Two equal bulbs stand one after the other in a circle of wire. One is taken out. What does the other do?', [
                $d->right('It goes out'),
                $d->wrong('series-brighter', 'It burns brighter', '', [], null, ['misconception' => $d->id('used-up')]),
                $d->wrong('series-same', 'It burns as before'),
            ], 'Yes: the circle is broken for both.', 'Is there still a way round?', [$d->hint('series-hint', 'Taking a bulb out leaves a gap. What does a gap do?')], '0', ['objectives' => [$d->id('goal-circuit')]]), ['forks' => [
                $d->fork(['kind' => 'score', 'below' => 0.4], $d->id('round-again')),
            ]]),
            $d->staircase('stairs', 'How far up can you get?', [
                [self::power($d, 1, 2, 3), self::power($d, 1, 4, 2)],
                [self::power($d, 2, 12, 0.5), self::power($d, 2, 6, 1.5)],
                [self::power($d, 3, 230, 0.2), self::power($d, 3, 4.5, 0.3)],
            ], [$d->reading('power-reading', 'Power', 'Power is voltage times current. A bulb at 6 V with 0.5 A takes 3 watts.')], 8),
        ], 'The lights are on', 'Well wired.', [
            $d->reading(
                'round-again',
                'Once round',
                'Put a finger on one end of the battery and follow the wire. Only if you come back to the other end can a current flow.',
            ),
            ['shownIf' => null] + $d->reading(
                'ohm-again',
                'One more look',
                'I = U / R. A large number above the line makes a large current, a large number below it a small one.',
            ),
        ], [
            'objectives' => [
                ['id' => $d->id('goal-circuit'), 'text' => 'Tell whether a circuit is closed', 'code' => 'SB-PH-2.1'],
                ['id' => $d->id('goal-ohm'), 'text' => 'Work out current, voltage and resistance', 'code' => 'SB-PH-2.3'],
            ],
            'misconceptions' => [
                ['id' => $d->id('one-way'), 'text' => 'One wire is enough for a current'],
                ['id' => $d->id('used-up'), 'text' => 'Current is used up by a bulb'],
                ['id' => $d->id('upside-down'), 'text' => 'Resistance divided by voltage'],
                ['id' => $d->id('volt-ampere'), 'text' => 'Volts are what flows'],
                ['id' => $d->id('more-more'), 'text' => 'More resistance lets more current through'],
                ['id' => $d->id('mixed-sum'), 'text' => 'Ohms and amperes can be added'],
                ['id' => $d->id('live-wires'), 'text' => 'The switch may be closed while wiring'],
            ],
            'pool' => [self::truth($d, 'gap-2', 'With a gap in the circle, the current flows up to the gap and waits.', false)],
            'subject' => 'Physics', 'unit' => 'Electricity', 'tags' => ['circuits', 'Ohm'],
            'stage' => ['from' => 12, 'to' => 14],
            'mastery' => ['rule' => 'estimate'],
            'terms' => ['purpose' => 'learn', 'rounds' => ['onlyMissed' => true], 'goal' => ['kind' => 'rounds-or-perfect', 'rounds' => 3]],
        ]);
    }

    /** @return array<string, mixed> one of two alike questions: with two options, a slip gives the answer away */
    private static function truth(Draft $d, string $name, string $text, bool $true): array
    {
        return $d->question($name, 'true-false', $text, [
            ['id' => $d->id("$name-true"), 'right' => $true] + $d->right('True'),
            ['id' => $d->id("$name-false"), 'right' => ! $true] + $d->right('False'),
        ], 'Yes.', 'Think of the whole circle at once.', [$d->hint("$name-hint", 'Nothing moves anywhere unless it can move everywhere.')], '0', ['alike' => 'gap', 'objectives' => [$d->id('goal-circuit')]]);
    }

    /** @return array<string, mixed> */
    private static function power(Draft $d, int $level, float $volts, float $amperes): array
    {
        $name = "power-$level-$volts";

        return $d->question(
            $name,
            'number',
            "$volts V and $amperes A: what power is that?",
            [$d->right(($volts * $amperes).' W', '', ['id' => $d->id("$name-right")])],
            'Yes.',
            'Volts times amperes are watts.',
            [],
            '0',
            ['difficulty' => $level + 1, 'tolerance' => ['kind' => 'relative', 'value' => '0.01']],
        );
    }
}
