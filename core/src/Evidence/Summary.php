<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Evidence;

use HiddenLadder\Core\Message;
use HiddenLadder\Core\Quiz\QuizDocument;

/**
 * What matters most about a task, in messages that say what to do, each with its figures and leading to what it rests on: first what is
 * for the next lesson, then what is for the quiz, then what is good to know.
 */
final readonly class Summary
{
    /** Fewer answers than that are told as counts, and say little. */
    public const FEW = 5;

    private const MOST = 6;

    public function __construct(private QuizDocument $quiz)
    {
    }

    /**
     * @param  list<QuestionEvidence>  $questions
     * @param  array<string, Share>  $rungs  right at the next try, of those who came
     * @param  array<string, array{now: list<string>, left: list<string>}>  $misconceptions
     * @return list<array{sentence: Message, at: ?string, for: Advice}> the six that weigh most; of each kind the weightiest first
     */
    public function of(array $questions, array $rungs, array $misconceptions, int $students, ?float $gain, int $gained): array
    {
        $found = [];
        $asked = array_values(array_filter($questions, static fn (QuestionEvidence $question): bool => $question->atOnce->of >= self::FEW));
        usort($asked, static fn (QuestionEvidence $a, QuestionEvidence $b): int => $a->atOnce->value() <=> $b->atOnce->value());
        if ($asked !== [] && $asked[0]->atOnce->value() < 0.6) {
            $hard = $asked[0];
            $found[] = [3 - 2 * (float) $hard->atOnce->value(), new Message('evidence.hardest', [
                'place' => $this->place($hard->question), 'right' => $hard->atOnce->count, 'of' => $hard->atOnce->of,
                'later' => $hard->afterHelp->count,
            ]), $hard->question, Advice::Lesson];
        }
        foreach ($asked as $question) {
            if ($question->separatesBackwards()) {
                $place = ['place' => $this->place($question->question)];
                $found[] = [2.5, new Message('evidence.backwards', $place), $question->question, Advice::Quiz];
            }
            $asQuestion = $this->quiz->question($question->question);
            foreach ($asQuestion === null ? [] : $question->hardlyChosen($asQuestion) as $entry) {
                $found[] = [
                    0.5,
                    new Message('evidence.hardly-chosen', ['answer' => $entry->name(), 'place' => $this->place($question->question)]),
                    $question->question,
                    Advice::Quiz,
                ];
            }
        }
        foreach ($misconceptions as $id => ['now' => $now, 'left' => $left]) {
            $misconception = $this->quiz->misconception($id);
            if ($misconception !== null && count($now) >= 2) {
                $found[] = [1 + 2 * count($now) / max(1, $students), new Message('evidence.misconception', [
                    'now' => count($now), 'students' => $students, 'misconception' => $misconception->text, 'left' => count($left),
                ]), $id, Advice::Lesson];
            }
        }
        foreach ($rungs as $id => $share) {
            $helps = $share->of < self::FEW ? null : $share->value();
            if ($helps !== null && ($helps < 0.4 || $helps > 0.8)) {
                $found[] = [$helps < 0.4 ? 1.8 : 0.8, new Message(
                    $helps < 0.4 ? 'evidence.rung-helps-few' : 'evidence.rung-helps-well',
                    ['rung' => $this->rung($id), 'right' => $share->count, 'of' => $share->of],
                ), $id, Advice::Quiz];
            }
        }
        if ($gain !== null && $gained >= self::FEW && $gain > 0) {
            $gainedSoMuch = new Message('evidence.gain', ['gain' => (int) round(100 * $gain), 'students' => $gained]);
            $found[] = [1.0, $gainedSoMuch, null, Advice::Knowing];
        }
        usort($found, static fn (array $a, array $b): int => $b[0] <=> $a[0]);
        $told = [];
        foreach (Advice::cases() as $for) {
            foreach (array_slice($found, 0, self::MOST) as [, $sentence, $at, $of]) {
                if ($of === $for) {
                    $told[] = ['sentence' => $sentence, 'at' => $at, 'for' => $for];
                }
            }
        }

        return $told;
    }

    private function place(string $question): Message
    {
        $place = $this->quiz->place($question);

        return new Message($place['cue'] === null ? 'place.question' : 'place.question-in-video', [
            'stop' => $this->quiz->placeOf($place['stop']),
            'text' => mb_strimwidth($this->quiz->question($question)?->text() ?? '', 0, 60, '…'),
        ]);
    }

    private function rung(string $id): string
    {
        $rung = $this->quiz->rung($id);

        return mb_strimwidth(
            $rung === null
                ? ''
                : ($rung->title !== '' ? $rung->title : ($rung->text->isEmpty() ? $rung->question?->text() ?? '' : $rung->text->name())),
            0,
            60,
            '…',
        );
    }
}
