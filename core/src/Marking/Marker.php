<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Marking;

use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Core\Quiz\QuestionKind;

/** Marks a response to a question. The same question and response always give the same mark. */
final readonly class Marker
{
    /** @param  string  $language of the quiz (BCP 47); it decides the decimal sign */
    public function __construct(private string $language)
    {
    }

    /** @throws UnfitResponse when the response does not fit the kind of question */
    public function mark(Question $question, Response $response): Mark
    {
        if ($question->kind->showsOptions() !== ($response->text === null)) {
            throw new UnfitResponse('This answer is of another kind than the question.');
        }

        return match ($question->kind) {
            QuestionKind::OneChoice => $this->oneChoice($question, $response->choices),
            QuestionKind::SeveralChoices => $this->severalChoices($question, $response->choices),
            QuestionKind::ShortText => $this->shortText($question, $this->typed($response)),
            QuestionKind::Number => $this->number($question, $this->typed($response)),
        };
    }

    /**
     * As QTI's response-processing template match_correct does it (1EdTech QTI 2.2, 2.15).
     *
     * @param  list<string>  $choices
     */
    private function oneChoice(Question $question, array $choices): Mark
    {
        if (count($choices) !== 1) {
            throw new UnfitResponse('Choose one answer.');
        }
        $entry = $question->entry($choices[0]) ?? throw new UnfitResponse('This choice is not among the options.');

        return $entry->right ? Mark::right($entry->id) : Mark::notRight($entry->id);
    }

    /**
     * All or nothing; the first wrong option chosen, in the order of the question, is the entry that matched.
     *
     * @param  list<string>  $choices
     */
    private function severalChoices(Question $question, array $choices): Mark
    {
        if ($choices === []) {
            throw new UnfitResponse('Choose at least one answer.');
        }
        foreach ($choices as $choice) {
            $question->entry($choice) ?? throw new UnfitResponse('This choice is not among the options.');
        }
        foreach ($question->entries as $entry) {
            if (! $entry->right && in_array($entry->id, $choices, true)) {
                return Mark::notRight($entry->id);
            }
        }

        return count($choices) === count($question->accepted()) ? Mark::right(null) : Mark::notRight(null);
    }

    private function shortText(Question $question, string $text): Mark
    {
        $given = PlainText::folded($text);
        foreach ([true, false] as $right) {
            foreach ($question->entries as $entry) {
                if ($entry->right === $right && PlainText::folded($entry->text) === $given) {
                    return $right ? Mark::right($entry->id) : Mark::notRight($entry->id);
                }
            }
        }

        return Mark::notRight(null);
    }

    /** Every way the number can be read is marked; only where the marks differ is the student asked which was meant. */
    private function number(Question $question, string $text): Mark
    {
        $reader = new NumberReader($this->language);
        $readings = $reader->readings($text);
        if ($readings === []) {
            throw new UnfitResponse('This cannot be read as a number. Write it like 12, 3.5, 3/4 or 1 1/4.');
        }
        $marks = [];
        foreach ($readings as $reading) {
            $marks[] = $this->value($question, $reading, $reader);
        }
        foreach ($marks as $mark) {
            if ($mark->result !== $marks[0]->result || $mark->entry !== $marks[0]->entry) {
                return new Mark(Result::Unclear, 0.0, null, array_map(NumberReader::written(...), $readings));
            }
        }

        return $marks[0];
    }

    private function value(Question $question, \Brick\Math\BigRational $given, NumberReader $reader): Mark
    {
        foreach ([true, false] as $right) {
            foreach ($question->entries as $entry) {
                $foreseen = $entry->right === $right ? $reader->readings($entry->text)[0] ?? null : null;
                if ($foreseen !== null && $question->tolerance->admits($foreseen, $given)) {
                    return $right ? Mark::right($entry->id) : Mark::notRight($entry->id);
                }
            }
        }

        return Mark::notRight(null);
    }

    private function typed(Response $response): string
    {
        $text = (string) $response->text;
        if (strlen($text) > 4 * Response::LONGEST || ! mb_check_encoding($text, 'UTF-8') || mb_strlen($text) > Response::LONGEST) {
            throw new UnfitResponse('This answer is too long: at most '.Response::LONGEST.' characters can be marked.');
        }
        if (PlainText::folded($text) === '') {
            throw new UnfitResponse('There is no answer yet.');
        }

        return $text;
    }
}
