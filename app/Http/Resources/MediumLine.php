<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Resources;

use HiddenLadder\App\Media\MediumFacts;
use HiddenLadder\App\Models\Medium;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;

/** A medium on a teacher’s shelf. */
final class MediumLine extends JsonResource
{
    public function __construct(private readonly Medium $medium)
    {
        parent::__construct($medium);
    }

    /** @return array<string, mixed> */
    public function toArray(Request $request): array
    {
        return [
            'id' => $this->medium->id,
            'title' => $this->medium->title,
            'bytes' => $this->medium->bytes,
            'source' => $this->medium->source->value,
            'page' => $this->medium->address,
            'picture' => $this->medium->picture,
            'revision' => $this->medium->revision,
            'preparation' => $this->medium->preparation,
        ] + MediumFacts::of($this->medium);
    }
}
