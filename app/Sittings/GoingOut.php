<?php

declare(strict_types=1);

namespace HiddenLadder\App\Sittings;

use Carbon\CarbonImmutable;
use HiddenLadder\App\Live\Live;
use HiddenLadder\App\Models\SittingStudent;
use Illuminate\Database\Eloquent\Builder;

/** A student is in a sitting no longer: they left, went into another, were taken out, or are somebody else. */
final class GoingOut
{
    public function __construct(private readonly Live $live)
    {
    }

    /** @param  ?string  $except  the sitting in which they stay */
    public function ofAll(string $student, ?string $except = null): void
    {
        $this->leave(self::in($student)->when($except !== null, static fn (Builder $in) => $in->where('sitting_id', '!=', $except)));
    }

    public function ofSitting(string $student, string $sitting): void
    {
        $this->leave(self::in($student)->where('sitting_id', $sitting));
    }

    /** Whoever still listens there is asked anew whether they may. */
    public function ofClass(string $student, string $class): void
    {
        foreach ($this->leave(self::in($student)->whereRelation('sitting', 'class_id', $class)) as $sitting) {
            $this->live->endSitting($sitting);
        }
    }

    /** @return Builder<SittingStudent> */
    private static function in(string $student): Builder
    {
        return SittingStudent::query()->where('student_id', $student)->whereNull('left_at');
    }

    /**
     * @param  Builder<SittingStudent>  $in
     * @return list<string> the sittings that were left
     */
    private function leave(Builder $in): array
    {
        $sittings = array_values($in->pluck('sitting_id')->map(strval(...))->all());
        if ($sittings !== []) {
            $in->update(['left_at' => CarbonImmutable::now()->format('Y-m-d H:i:s.v')]);
        }
        foreach ($sittings as $sitting) {
            $this->live->front($sitting);
        }

        return $sittings;
    }
}
