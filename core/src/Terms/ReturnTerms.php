<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Terms;

use HiddenLadder\Core\Fields;
use HiddenLadder\Core\MalformedInput;
use HiddenLadder\Core\Message;

/** When what was mastered comes back, in short rounds of a kind of their own. */
final readonly class ReturnTerms
{
    /** Days after mastery, as is suggested where they are switched on. */
    public const SUGGESTED = [1, 3, 7, 21];

    /** Returns of one task, at most. */
    private const MOST = 10;

    /**
     * @param  list<int>  $days  after mastery, rising, each 1 to 365; none: nothing comes back
     * @param  int  $questions  in a return at most, 1 to 30
     */
    public function __construct(public array $days = [], public int $questions = 5)
    {
    }

    public static function read(Fields $fields): self
    {
        $fields->only(['days', 'questions']);
        $days = array_map(
            static fn (float $day): int => floor($day) === $day ? (int) $day : throw self::malformed(),
            $fields->has('days') ? $fields->numbers('days') : [],
        );
        foreach ($days as $index => $day) {
            if ($day < 1 || $day > 365 || $day <= ($days[$index - 1] ?? 0) || count($days) > self::MOST) {
                throw self::malformed();
            }
        }

        return new self($days, $fields->has('questions') ? $fields->between('questions', 1, 30) ?? 5 : 5);
    }

    private static function malformed(): MalformedInput
    {
        return new MalformedInput('/returns/days', new Message('shape.return-days', ['most' => self::MOST]));
    }

    /** @return array{days: list<int>, questions: int} */
    public function toArray(): array
    {
        return ['days' => $this->days, 'questions' => $this->questions];
    }

    /** Days after mastery at which the first return is due, and by which what is known fades at first; 0 where there is none. */
    public function first(): int
    {
        return $this->days[0] ?? 0;
    }

    /**
     * The day of the next return. Whoever comes late to one has as long till the next as they would have had in time.
     *
     * @param  int  $mastered  the day of mastery; days are numbered on, by the school's time zone
     * @param  list<int>  $done  the days of the returns that were done, in order
     * @return ?int null when there is none left
     */
    public function next(int $mastered, array $done): ?int
    {
        $number = count($done);
        if (! isset($this->days[$number])) {
            return null;
        }
        $due = $mastered + $this->days[$number];

        return $done === [] ? $due : max($due, $done[$number - 1] + $this->days[$number] - $this->days[$number - 1]);
    }
}
