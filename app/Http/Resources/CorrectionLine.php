<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Resources;

use HiddenLadder\App\Models\Correction;
use HiddenLadder\App\Models\Edition;
use HiddenLadder\App\Models\EditionCorrection;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;

/** A correction, with what it did in the editions. */
final class CorrectionLine extends JsonResource
{
    public function __construct(private readonly Correction $correction)
    {
        parent::__construct($correction);
    }

    /** @return array<string, mixed> */
    public function toArray(Request $request): array
    {
        $layers = $this->correction->loadMissing('layers.edition')->layers;
        // Of each edition what came last tells how it stands there.
        $last = $layers->keyBy('edition_id');
        $laid = $layers->first(static fn (EditionCorrection $layer): bool => ! $layer->takes_back && $layer->unfit === null);

        return [
            'id' => $this->correction->id,
            'number' => $this->correction->number,
            'label' => $this->correction->label,
            'edits' => json_decode($laid->edits ?? '[]'),
            'inverse' => json_decode($laid->inverse ?? '[]'),
            'madeAt' => $this->correction->made_at->toIso8601ZuluString('millisecond'),
            'takenBack' => $this->correction->taken_back_at !== null,
            'marked' => $this->correction->marked,
            'elsewhere' => $last->filter(
                static fn (EditionCorrection $layer): bool => $layer->unfit !== null,
            )->map(static fn (EditionCorrection $layer): array => [
                'edition' => $layer->edition->number,
                'reason' => $layer->unfit['reason'] ?? '',
                'stands' => $layer->unfit['stands'] ?? null,
            ])->values()->all(),
        ];
    }
}
