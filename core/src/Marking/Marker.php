<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Marking;

use HiddenLadder\Core\Message;
use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Core\Quiz\QuestionKind;

/** Marks a response to a question. The same question and response always give the same mark. */
final readonly class Marker
{
    private TextMarking $texts;

    private NumberMarking $numbers;

    private ExpressionMarking $expressions;

    /** Bytes of the longest answers whose marks are remembered. */
    private const REMEMBERED_BYTES = 200;

    /** @var \WeakMap<Question, \ArrayObject<string, Mark>> */
    private \WeakMap $known;

    /**
     * @param  string  $language of the quiz (BCP 47); it decides the decimal sign
     * @param  int  $remembers how many marks of each question are kept at hand, 0 for none
     */
    public function __construct(string $language, private int $remembers = 200)
    {
        $this->known = new \WeakMap;
        $this->texts = new TextMarking;
        $this->numbers = new NumberMarking(NumberReader::for($language));
        $this->expressions = new ExpressionMarking(NumberReader::for($language)->decimalSign);
    }

    /** @throws UnfitResponse when the response does not fit the kind of question; its message may be shown to the student */
    public function mark(Question $question, Response $response): Mark
    {
        // A class gives the same few answers over and over. Ids have no line breaks, so that no two lists have one key.
        $key = $response->as.' '.count($response->list).' '.($response->text ?? implode("\n", $response->list));
        if ($this->remembers === 0 || $response->map !== [] || strlen($key) > self::REMEMBERED_BYTES) {
            return $this->marked($question, $response);
        }
        $known = $this->known[$question] ??= new \ArrayObject;
        if (isset($known[$key])) {
            return $known[$key];
        }
        $mark = $this->marked($question, $response);
        if (count($known) < $this->remembers) {
            $known[$key] = $mark;
        }

        return $mark;
    }

    /** Whether two typed answers to a question say the same, whatever is right. */
    public function same(Question $question, string $a, string $b): bool
    {
        try {
            return match ($question->kind) {
                QuestionKind::Number => $this->numbers->same($a, $b),
                QuestionKind::Expression => $this->expressions->equal($a, $b),
                default => ComparedText::of($a, $question->textRules)->isSame(ComparedText::of($b, $question->textRules)),
            };
        } catch (UnfitResponse) {
            return PlainText::folded($a) === PlainText::folded($b);
        }
    }

    /**
     * @param  array<string, string>  $fillings  by gap
     * @return array<string, string> those that were typed, are wrong, and that nobody foresaw, by gap
     */
    public function unforeseen(Question $question, array $fillings): array
    {
        $unforeseen = [];
        foreach ($question->gaps as $gap) {
            $filling = $fillings[$gap->id] ?? '';
            if (! $gap->fromList && PlainText::folded($filling) !== '') {
                $mark = $this->texts->mark($gap->entries, $question->textRules, self::short($filling));
                $unforeseen += $mark->result === Result::NotRight && $mark->entry === null ? [$gap->id => $filling] : [];
            }
        }

        return $unforeseen;
    }

    private function marked(Question $question, Response $response): Mark
    {
        if ($response->as !== self::asked($question->kind)) {
            throw new UnfitResponse(new Message('marking.other-kind'));
        }
        if ($question->isMarked()) {
            return match ($question->kind) {
                QuestionKind::OneChoice, QuestionKind::TrueFalse => $this->oneChoice($question, $response->list),
                QuestionKind::SeveralChoices => $this->severalChoices($question, $response->list),
                QuestionKind::ShortText => $this->texts->mark($question->entries, $question->textRules, self::line($response)),
                QuestionKind::Number => $this->numbers->mark($question, self::line($response)),
                QuestionKind::Expression => $this->expressions->mark($question, self::line($response)),
                QuestionKind::Order => $this->order($question, $response->list),
                QuestionKind::Match => $this->match($question, $response->map),
                default => $this->gaps($question, $response->map),
            };
        }
        $given = match ($response->as) {
            'text' => self::line($response, $question->kind === QuestionKind::Written ? Response::LONGEST_WRITTEN : Response::LONGEST),
            'choices' => $this->chosen($question, $response->list),
            default => $response->list === [] && $response->map === [] ? throw new UnfitResponse(new Message('marking.no-answer')) : null,
        };

        return new Mark(Result::Noted, 0.0, is_array($given) && count($given) === 1 ? $given[0] : null);
    }

    /** The way in which a kind of question is answered: the name of the response's member. */
    public static function asked(QuestionKind $kind): string
    {
        return match ($kind) {
            QuestionKind::OneChoice, QuestionKind::TrueFalse, QuestionKind::SeveralChoices, QuestionKind::Poll => 'choices',
            QuestionKind::Order => 'order',
            QuestionKind::Match => 'pairs',
            QuestionKind::Gaps => 'gaps',
            QuestionKind::HandIn => 'files',
            default => 'text',
        };
    }

    /**
     * @param  list<string>  $choices
     * @return non-empty-list<string>
     */
    private function chosen(Question $question, array $choices): array
    {
        foreach ($choices as $choice) {
            $question->entry($choice) ?? throw new UnfitResponse(new Message('marking.no-such-option'));
        }

        return $choices === [] ? throw new UnfitResponse(new Message('marking.choose')) : $choices;
    }

    /**
     * As QTI's response-processing templates match_correct and, with shares, map_response do it (1EdTech QTI 2.2, 2.15).
     *
     * @param  list<string>  $choices
     */
    private function oneChoice(Question $question, array $choices): Mark
    {
        if (count($choices) !== 1) {
            throw new UnfitResponse(new Message('marking.choose-one'));
        }

        return Mark::entry($question->entry($choices[0]) ?? throw new UnfitResponse(new Message('marking.no-such-option')));
    }

    /**
     * All or nothing; by parts, (right chosen − wrong chosen) / number right, not below 0. The first wrong option chosen, in
     * the order of the question, is the entry that matched.
     *
     * @param  list<string>  $choices
     */
    private function severalChoices(Question $question, array $choices): Mark
    {
        $chosen = array_flip($this->chosen($question, $choices));
        $right = $wrong = $accepted = 0;
        $matched = null;
        foreach ($question->entries as $entry) {
            $accepted += $entry->right ? 1 : 0;
            if (isset($chosen[$entry->id])) {
                $entry->right ? $right++ : $wrong++;
                $matched ??= $entry->right ? null : $entry;
            }
        }
        $all = $wrong === 0 && $right === $accepted;
        $share = $question->byParts && ! $all ? min(max(0, $right - $wrong) / max(1, $accepted), 0.999) : ($all ? 1.0 : 0.0);

        return Mark::share($share, $matched);
    }

    /**
     * All or nothing; by parts, the share of pairs of items that stand in the right order (Kendall 1938).
     *
     * @param  list<string>  $order
     */
    private function order(Question $question, array $order): Mark
    {
        $places = array_flip($order);
        foreach ($question->items as $item) {
            $places[$item->id] ?? throw new UnfitResponse(new Message('marking.order-all'));
        }
        if (count($order) !== count($question->items) || count($places) !== count($order)) {
            throw new UnfitResponse(new Message('marking.order-once'));
        }
        $concordant = $pairs = 0;
        foreach ($question->items as $i => $first) {
            foreach (array_slice($question->items, $i + 1) as $second) {
                $pairs++;
                $concordant += $places[$first->id] < $places[$second->id] ? 1 : 0;
            }
        }
        if ($concordant === $pairs) {
            return Mark::share(1.0);
        }
        foreach ($question->entries as $entry) {
            if ($entry->order === $order) {
                return Mark::entry($entry);
            }
        }

        return Mark::share($question->byParts ? $concordant / $pairs : 0.0);
    }

    /**
     * All or nothing; by parts, the share of pairs matched right. The first entry whose matches were all made is the one
     * that matched.
     *
     * @param  array<string, string>  $made item ids by pair ids
     */
    private function match(Question $question, array $made): Mark
    {
        $parts = [];
        foreach ($question->pairs as $pair) {
            if ($pair->item !== null) {
                $parts[$pair->left->id] = ($made[$pair->left->id] ?? null) === $pair->item;
            }
        }
        $items = array_flip(array_map(static fn ($item): string => $item->id, $question->items));
        foreach ($made as $left => $item) {
            if (! isset($parts[$left]) || ! isset($items[$item])) {
                throw new UnfitResponse(new Message('marking.no-such-match'));
            }
        }
        if ($made === []) {
            throw new UnfitResponse(new Message('marking.nothing-matched'));
        }
        $foreseen = null;
        foreach ($question->entries as $entry) {
            if ($entry->pairs !== [] && array_diff_assoc($entry->pairs, $made) === []) {
                $foreseen = $entry;
                break;
            }
        }

        return self::byParts($question, $parts, $foreseen);
    }

    /** @param  array<string, string>  $fillings by gap */
    private function gaps(Question $question, array $fillings): Mark
    {
        $parts = [];
        $foreseen = null;
        $almost = false;
        foreach ($question->gaps as $gap) {
            $filling = $fillings[$gap->id] ?? '';
            unset($fillings[$gap->id]);
            if (PlainText::folded($filling) === '') {
                $parts[$gap->id] = false;

                continue;
            }
            $mark = $gap->fromList
                ? $this->fromList($gap->entries, $filling)
                : $this->texts->mark($gap->entries, $question->textRules, self::short($filling));
            $almost = $almost || $mark->result === Result::Unclear;
            $parts[$gap->id] = $mark->result === Result::Right || $mark->result === Result::Unclear;
            $foreseen ??= $mark->result === Result::Right || $mark->entry === null ? null : $question->entry($mark->entry);
        }
        if ($fillings !== [] || ! in_array(true, array_map(static fn (bool $right): bool => true, $parts), true)) {
            throw new UnfitResponse(new Message('marking.no-such-gap'));
        }
        if ($almost && ! in_array(false, $parts, true)) {
            return new Mark(Result::Unclear, 0.0, null, null, NearMiss::Spelling);
        }

        return self::byParts($question, $parts, $foreseen);
    }

    /** @param  list<\HiddenLadder\Core\Quiz\Entry>  $entries */
    private function fromList(array $entries, string $chosen): Mark
    {
        foreach ($entries as $entry) {
            if ($entry->id === $chosen) {
                return Mark::entry($entry);
            }
        }
        throw new UnfitResponse(new Message('marking.no-such-option'));
    }

    /** @param  array<string, bool>  $parts */
    private static function byParts(Question $question, array $parts, ?\HiddenLadder\Core\Quiz\Entry $foreseen): Mark
    {
        $right = count(array_filter($parts));
        $all = $right === count($parts);
        $share = $all ? 1.0 : ($question->byParts ? $right / count($parts) : 0.0);

        return Mark::share($share, $all ? null : $foreseen, $parts);
    }

    private static function line(Response $response, int $longest = Response::LONGEST): string
    {
        return self::short((string) $response->text, $longest);
    }

    private static function short(string $text, int $longest = Response::LONGEST): string
    {
        if (strlen($text) > $longest && (strlen($text) > 4 * $longest || mb_strlen($text) > $longest)) {
            throw new UnfitResponse(new Message('marking.too-long', ['most' => $longest]));
        }
        if (! mb_check_encoding($text, 'UTF-8')) {
            throw new UnfitResponse(new Message('marking.no-text'));
        }
        if (PlainText::folded($text) === '') {
            throw new UnfitResponse(new Message('marking.no-answer'));
        }

        return $text;
    }
}
