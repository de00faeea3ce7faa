<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Decision;

use HiddenLadder\Core\Round\Frame;
use HiddenLadder\Core\Round\Result\FactKind;

/** Where an answer leads, or the end of a stop. */
final readonly class Led implements Decision
{
    /**
     * @param  ?string  $to  a stop or a finish; null for what comes next
     * @param  ?Frame  $rung  on the way down
     * @param  bool  $mayLeave  from now on the question may be set aside
     */
    private function __construct(public Way $way, public ?string $to = null, public ?Frame $rung = null, public bool $mayLeave = false)
    {
    }

    public static function on(?string $to, bool $mayLeave = false): self
    {
        return new self(Way::On, $to, mayLeave: $mayLeave);
    }

    public static function shown(?string $to): self
    {
        return new self(Way::Shown, $to);
    }

    public static function down(Frame $rung): self
    {
        return new self(Way::Down, rung: $rung);
    }

    /** To the same question or one like it. */
    public static function again(bool $alike): self
    {
        return new self($alike ? Way::Alike : Way::Again, mayLeave: true);
    }

    public static function back(): self
    {
        return new self(Way::Back);
    }

    public static function kind(): FactKind
    {
        return FactKind::Led;
    }

    public static function read(array $fact): static
    {
        [
            'way' => $way,
            'to' => $to,
            'rung' => $rung,
            'ladder' => $ladder,
        ] = $fact + ['way' => '', 'to' => null, 'rung' => null, 'ladder' => ''];

        return new self(
            Way::from(is_string($way) ? $way : ''),
            is_string($to) ? $to : null,
            is_string($rung) && is_string($ladder) ? Frame::rung($rung, $ladder) : null,
            ($fact['leave'] ?? false) === true,
        );
    }

    public function toArray(): array
    {
        return ['way' => $this->way->value]
            + ($this->to === null ? [] : ['to' => $this->to])
            + ($this->rung === null ? [] : ['rung' => $this->rung->id, 'ladder' => $this->rung->ladder])
            + ($this->mayLeave ? ['leave' => true] : []);
    }
}
