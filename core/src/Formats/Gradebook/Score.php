<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Formats\Gradebook;

/** What one student came to in one task, as a gradebook is told (1EdTech LTI Assignment and Grade Services 2.0, section 3.4). */
final readonly class Score
{
    public const MEDIA_TYPE = 'application/vnd.ims.lis.v1.score+json';

    /** Points of a whole score. */
    public const MAXIMUM = 100;

    private function __construct(public ?float $share, public ActivityProgress $activity, public GradingProgress $grading)
    {
    }

    /**
     * @param  float  $share  of the points, 0 to 1
     * @param  bool  $isProvisional  a person has still to read something of it
     */
    public static function of(float $share, bool $isProvisional): self
    {
        return new self(
            round($share, 6),
            ActivityProgress::Completed,
            $isProvisional ? GradingProgress::PendingManual : GradingProgress::FullyGraded,
        );
    }

    /** What takes a score back that was told before: one without points clears what stands there (section 3.4.4). */
    public static function none(): self
    {
        return new self(null, ActivityProgress::Initialized, GradingProgress::NotReady);
    }

    /** As it was stored. */
    public static function stored(?float $share, string $activity, string $grading): self
    {
        return new self($share, ActivityProgress::from($activity), GradingProgress::from($grading));
    }

    public function isAs(self $other): bool
    {
        return $this->activity === $other->activity && $this->grading === $other->grading
            && ($this->share === null) === ($other->share === null)
            && abs(($this->share ?? 0.0) - ($other->share ?? 0.0)) < 1e-6;
    }

    /**
     * @param  string  $user  as the gradebook knows them
     * @param  int  $at  when it came to that, in milliseconds since 1970: of two, the gradebook keeps the later one, and the same sent
     *                   again is the same
     * @return array<string, mixed>
     */
    public function toArray(string $user, int $at): array
    {
        return [
            'userId' => $user,
            'timestamp' => gmdate('Y-m-d\TH:i:s', intdiv($at, 1000)).sprintf('.%03dZ', $at % 1000),
            'activityProgress' => $this->activity->value,
            'gradingProgress' => $this->grading->value,
        ] + ($this->share === null ? [] : ['scoreGiven' => round($this->share * self::MAXIMUM, 4), 'scoreMaximum' => self::MAXIMUM]);
    }
}
