<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Evidence;

use HiddenLadder\Core\Quiz\QuizDocument;

/** What matters most about a task, in sentences, each with its figures and leading to what it rests on. */
final readonly class Summary
{
    /** Fewer answers than that are told as counts, and say little. */
    public const FEW = 5;

    private const MOST_SENTENCES = 6;

    public function __construct(private QuizDocument $quiz)
    {
    }

    /**
     * @param  list<QuestionEvidence>  $questions
     * @param  array<string, Share>  $rungs  right at the next try, of those who came
     * @param  array<string, array{now: list<string>, left: list<string>}>  $misconceptions
     * @return list<array{sentence: string, at: ?string}> the weightiest first
     */
    public function of(array $questions, array $rungs, array $misconceptions, int $students, ?float $gain, int $gained): array
    {
        $found = [];
        $asked = array_values(array_filter($questions, static fn (QuestionEvidence $question): bool => $question->atOnce->of >= self::FEW));
        usort($asked, static fn (QuestionEvidence $a, QuestionEvidence $b): int => $a->atOnce->value() <=> $b->atOnce->value());
        if ($asked !== [] && $asked[0]->atOnce->value() < 0.6) {
            $hard = $asked[0];
            $found[] = [3 - 2 * (float) $hard->atOnce->value(), "Hardest was {$this->place($hard->question)}: {$hard->atOnce->count} of {$hard->atOnce->of} were right at once, {$hard->afterHelp->count} more after help.", $hard->question];
        }
        foreach ($asked as $question) {
            if ($question->separatesBackwards()) {
                $found[] = [2.5, 'Those who do well elsewhere did worse at '.$this->place($question->question).'. Look at its key and its words.', $question->question];
            }
            $asQuestion = $this->quiz->question($question->question);
            foreach ($asQuestion === null ? [] : $question->hardlyChosen($asQuestion) as $entry) {
                $found[] = [0.5, "Hardly anybody chose “{$entry->name()}” at {$this->place($question->question)}: it does not tell anybody apart.", $question->question];
            }
        }
        foreach ($misconceptions as $id => ['now' => $now, 'left' => $left]) {
            $misconception = $this->quiz->misconception($id);
            if ($misconception !== null && count($now) >= 2) {
                $found[] = [1 + 2 * count($now) / max(1, $students), count($now).' of '.$students.' show it now: “'.$misconception->text.'”'.($left === [] ? '.' : ', and '.count($left).(count($left) === 1 ? ' has' : ' have').' left it.'), $id];
            }
        }
        foreach ($rungs as $id => $share) {
            $helps = $share->of < self::FEW ? null : $share->value();
            if ($helps !== null && ($helps < 0.4 || $helps > 0.8)) {
                $found[] = [$helps < 0.4 ? 1.8 : 0.8, ($helps < 0.4 ? 'One rung helps few' : 'One rung helps well').": after “{$this->rung($id)}” $share->count of $share->of were right at the next try.", $id];
            }
        }
        if ($gain !== null && $gained >= self::FEW && $gain > 0) {
            $found[] = [1.0, 'From first to best round the class gained '.round(100 * $gain).' % of what was missing ('.$gained.' students).', null];
        }
        usort($found, static fn (array $a, array $b): int => $b[0] <=> $a[0]);

        return array_map(static fn (array $one): array => ['sentence' => $one[1], 'at' => $one[2]], array_slice($found, 0, self::MOST_SENTENCES));
    }

    private function place(string $question): string
    {
        $stop = $this->quiz->stopOf($question);
        $position = $stop === null ? null : $this->quiz->position($stop->id);
        $cue = $this->quiz->place($question)['cue'];

        return ($cue === null ? '' : 'a question in ').($position === null ? 'a side stop' : 'stop '.($position + 1)).' (“'.mb_strimwidth($this->quiz->question($question)?->text() ?? '', 0, 60, '…').'”)';
    }

    private function rung(string $id): string
    {
        $rung = $this->quiz->rung($id);

        return mb_strimwidth($rung === null ? '' : ($rung->title !== '' ? $rung->title : ($rung->text->isEmpty() ? $rung->question?->text() ?? '' : $rung->text->name())), 0, 60, '…');
    }
}
