<?php

declare(strict_types=1);

namespace HiddenLadder\Demo;

/** A quiz on reading note values: a poll, gaps, something written, something handed in. */
final class Notes
{
    /** @return array<string, mixed> */
    public static function document(): array
    {
        $d = new Draft('notes');
        $part = static fn (string $name): array => ['part' => $d->id($name)];

        $serves = static fn (string $objective): array => ['objectives' => [$d->id("goal-$objective")]];

        return $d->quiz('Reading note values', 'Tap the beat with your foot while you think.', [
            $d->asks('before', $d->question('before', 'poll', 'How sure do you feel about note values today?', [
                $d->wrong('before-not', 'Not at all'), $d->wrong('before-some', 'Somewhat'), $d->wrong('before-very', 'Very'),
            ], '', '', []), $part('warm-up') + ['required' => false]),
            [
                'kind' => 'text',
                'id' => $d->id('words'),
                'text' => 'Four questions about beats, then something to write and something to clap.',
            ] + $part('warm-up'),
            $d->asks('half', $d->question('half', 'number', 'In four-four time, how many beats does a half note last?', [
                $d->right('2'),
                $d->wrong('half-half', '0.5', 'Half of a whole note, not half of a beat.'),
            ], 'Yes: a whole note has four beats, a half note two.', 'It is half of a whole note.', [
                $d->hint('half-hint', 'A whole note fills the bar: four beats. And half of it?'),
            ], '0', $serves('lasts')), $part('beats') + ['forks' => [$d->fork(['kind' => 'entry', 'entry' => $d->id('entry/half-half')], $d->id('whole'))]]),
            $d->asks('dotted', $d->question('dotted', 'number', 'How many beats does a dotted half note last?', [
                $d->right('3'),
                $d->wrong(
                    'dotted-half',
                    '2.5',
                    'The dot adds half of the note, not half of a beat.',
                    [$d->hint('dotted-half-hint', 'Half of a half note is a quarter note. How many beats is that?')],
                ),
                $d->wrong('dotted-double', '4', 'A dot does not double a note.'),
            ], 'Yes: two beats and half of two.', 'A dot makes a note longer by half of itself.', [
                $d->hint('dotted-hint', 'The half note has 2 beats. What is half of 2? Add it.'),
                $d->reading(
                    'dotted-reading',
                    'Dots',
                    'A dotted whole note: 4 + 2 = 6 beats. A dotted quarter note: 1 + a half = one and a half beats.',
                ),
                $d->exercise(
                    'dotted-exercise',
                    'On paper',
                    'Write down the beats of a dotted quarter, a dotted half and a dotted whole note.',
                    '1 and a half, 3, 6',
                ),
            ], '0', ['seconds' => 120] + $serves('lasts')), $part('beats') + ['forks' => [$d->fork(['kind' => 'time-out'], $d->id('whole')), $d->fork(['kind' => 'result', 'result' => 'right'], $d->id('bar'))]]),
            $d->asks('tie', $d->question('tie', 'number', 'A half note is tied to a quarter note. How many beats is that together?', [$d->right('3', '', ['id' => $d->id('tie-right')])], 'Yes.', 'A tie adds.', []),
                $part('beats') + ['shownIf' => ['kind' => 'stood', 'question' => $d->id('dotted/question'), 'standing' => 'clear', 'is' => false]]),
            $d->asks('bar', $d->question('bar', 'several-choices', 'Which of these fill a bar of three-four time exactly?', [
                $d->right('a dotted half note'),
                $d->right('a half note and a quarter note'),
                $d->wrong('bar-whole', 'a whole note'),
                $d->right('three quarter notes'),
                $d->wrong('bar-two', 'two half notes'),
            ], 'Yes: all three have three beats.', 'Count the beats of each.', [$d->hint('bar-hint', 'The bar has three beats. There are three that fit.')], '0', ['scoring' => 'parts'] + $serves('lasts')), $part('beats')),
            $d->asks('names', $d->question('names', 'gaps', 'Fill in the names.', [], 'Yes.', 'Longest first.', [$d->hint('names-hint', 'Each is half as long as the one before it.')], '0', [
                'scoring' => 'parts', 'text' => ['spelling' => 'ask'], 'objectives' => [$d->id('goal-names')],
                'sentence' => 'Two halves make a [1] note, two quarters make a [2] note, and a note twice as fast as a quarter is an [3] note.',
                'gaps' => [
                    $d->gap('names-1', [$d->right('whole'), $d->wrong('names-double', 'double')]),
                    $d->gap('names-2', [$d->right('half', '', ['id' => $d->id('names-half')])]),
                    $d->gap(
                        'names-3',
                        [$d->right('eighth'), $d->wrong('names-third', 'third'), $d->wrong('names-sixteenth', 'sixteenth')],
                        'list',
                    ),
                ],
            ]), $part('beats')),
            $d->asks('word', $d->question('word', 'short-text', 'What is the sign called that makes a note longer by half of itself?', [
                $d->right('dot'), $d->right('a dot'), $d->wrong('word-tie', 'tie', 'A tie joins two notes.'),
            ], 'Yes.', 'It stands right behind the note.', [$d->hint('word-hint', 'It is the smallest sign there is.')], '0', ['text' => ['ignorePunctuation' => true]] + $serves('names')), $part('beats')),
            $d->asks('explain', $d->question('explain', 'written', 'Explain to a friend how long a dotted half note is, and why.', [], '', '', [$d->hint('explain-hint', 'Say first how long it is without the dot.')], '0', [
                'model' => 'A half note has two beats. The dot adds half of that, one beat. So it lasts three beats.',
                'readByTeacher' => true, 'points' => 2,
            ]), $part('make') + ['forks' => [$d->fork(['kind' => 'judged', 'judged' => 'yes'], $d->id('clap'))]]),
            $d->asks('again', $d->question('again', 'number', 'How many beats does the dot add to a half note?', [$d->right('1', '', ['id' => $d->id('again-right')])], 'Yes.', 'Half of two.', []),
                $part('make') + ['shownIf' => ['kind' => 'answered', 'question' => $d->id('explain/question')]]),
            $d->asks('clap', $d->question('clap', 'hand-in', 'Clap a bar of three-four time that begins with a dotted half note, and record it. Or send a picture of the bar you wrote.', [], '', '', [], '0', [
                'accepts' => ['sound', 'picture'], 'explanation' => 'Your teacher will listen to it.',
            ]), $part('make') + ['required' => false, 'forks' => [$d->fork(['kind' => 'always'], $d->id('finish'))]]),
        ], 'Last bar', 'Now clap it.', [
            $d->reading(
                'whole',
                'From whole to half',
                'A whole note fills a bar of four-four time: four beats. A half note is half of that: two beats.',
            ),
        ], [
            'subject' => 'Music', 'unit' => 'Rhythm', 'tags' => ['note values'],
            'stage' => ['from' => 9, 'to' => 11],
            'objectives' => [
                ['id' => $d->id('goal-lasts'), 'text' => 'Say how many beats a note lasts.', 'shown' => true],
                ['id' => $d->id('goal-names'), 'text' => 'Name notes and the signs at them.', 'shown' => true],
            ],
            'parts' => [
                ['id' => $d->id('warm-up'), 'title' => 'Warm-up', 'weight' => 0],
                ['id' => $d->id('beats'), 'title' => 'Beats', 'weight' => 2],
                ['id' => $d->id('make'), 'title' => 'Your own', 'weight' => 1],
            ],
            'finishes' => [
                [
                    'id' => $d->id('finish'),
                    'title' => 'Last bar',
                    'message' => 'Now clap it.',
                    'byScore' => [
                        ['id' => $d->id('finish/clean'), 'from' => 0.9, 'message' => 'Clean as a metronome. Now clap it.'],
                        ['id' => $d->id('finish/most'), 'from' => 0.6, 'message' => 'Most of it sits. Clap it slowly once more.'],
                    ],
                ],
            ],
        ]);
    }
}
