<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Resources;

use HiddenLadder\App\Words\Words;
use HiddenLadder\Core\Marking\Expression\Node;
use HiddenLadder\Core\Message;
use HiddenLadder\Core\Quiz\Text;
use HiddenLadder\Core\Workings\Answer;
use HiddenLadder\Core\Workings\Asked;
use HiddenLadder\Core\Workings\Family;
use HiddenLadder\Core\Workings\Offer;
use HiddenLadder\Core\Workings\Slip;
use HiddenLadder\Core\Workings\Step;
use HiddenLadder\Core\Workings\Workings;
use HiddenLadder\Core\Workings\Writing;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;

/** How something is worked out: its key, wrong answers with their slips, the steps, and what of it can be said as help. */
final class WorkingsInWords extends JsonResource
{
    /** Steps that are told one by one as hints, before the worked example. */
    private const MOST_HINTS = 2;

    /** Wrong answers by two slips are many. */
    private const MOST_BY_TWO = 20;

    public function __construct(private readonly Workings $workings, private readonly bool $bySlipTwice = false)
    {
        parent::__construct($workings);
    }

    /** @return array<string, mixed> */
    public function toArray(Request $request): array
    {
        $exercise = $this->workings->exercise;
        $offers = $this->bySlipTwice
            ? array_slice($this->workings->twoSlips(), 0, self::MOST_BY_TWO)
            : $this->workings->offers;

        return [
            'expression' => Writing::typed($exercise, $exercise->tree),
            'tex' => Writing::tex($exercise, $exercise->tree),
            'difficulty' => Family::difficulty($this->workings),
            'key' => $this->answer($this->workings->key),
            'offers' => array_map(fn (Offer $offer): array => [
                ...$this->answer($offer->answer),
                'slips' => $this->named($offer->slips),
                'also' => array_map($this->named(...), $offer->also),
                'before' => Writing::tex($exercise, $offer->before),
                'after' => Writing::tex($exercise, $offer->after),
            ], $offers),
            'harmless' => $this->named($this->workings->harmless),
            'hints' => $this->hints(),
            'example' => $this->example(),
        ];
    }

    /** @return array{typed: string, tex: string, text: string, kind: string} */
    private function answer(Answer $answer): array
    {
        $isNumber = $answer->value !== null;
        // Whole numbers and decimals stand as words, everything else as a formula.
        $text = $isNumber && preg_match('~^-?[\d.,]+( \S+)?$~', $answer->typed) === 1
            ? Text::of(strtr($answer->typed, ['-' => "\u{2212}"]))->html
            : Asked::formula($this->workings->exercise, $answer->tree);

        return ['typed' => $answer->typed, 'tex' => $answer->tex, 'text' => $text, 'kind' => $isNumber ? 'number' : 'expression'];
    }

    /**
     * @param  list<Slip>  $slips
     * @return list<string>
     */
    private function named(array $slips): array
    {
        return array_map(fn (Slip $slip): string => $this->say($slip->words()), $slips);
    }

    /** @return list<string> the first steps, as texts; the last one would give the answer away */
    private function hints(): array
    {
        $steps = array_slice($this->workings->steps, 0, min(self::MOST_HINTS, count($this->workings->steps) - 1));

        return array_map(
            fn (Step $step): string => Text::of($this->say(new Message('workings.hint', ['step' => $step->words()])))->html.' '
                .$this->formula($step->line),
            $steps,
        );
    }

    /** All of it, line by line, as a text. */
    private function example(): string
    {
        $lines = ['<p>'.$this->formula($this->workings->exercise->tree).'</p>'];
        foreach ($this->workings->steps as $step) {
            $lines[] = '<p>'.Text::of($this->say($step->words()))->html.' '.$this->formula($step->line).'</p>';
        }

        return implode('', $lines);
    }

    private function formula(Node $line): string
    {
        return Asked::formula($this->workings->exercise, $line);
    }

    private function say(Message $message): string
    {
        return app(Words::class)->say($message);
    }
}
