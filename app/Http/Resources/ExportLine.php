<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Resources;

use HiddenLadder\App\Models\Export;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;

/** A file that is being made, and how far it is. */
final class ExportLine extends JsonResource
{
    public function __construct(private readonly Export $export)
    {
        parent::__construct($export);
    }

    /** @return array<string, mixed> */
    public function toArray(Request $request): array
    {
        return [
            'id' => $this->export->id, 'state' => $this->export->state->value, 'done' => round($this->export->done, 2),
            'bytes' => $this->export->bytes,
        ];
    }
}
