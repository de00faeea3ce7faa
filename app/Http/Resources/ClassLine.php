<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Resources;

use HiddenLadder\App\Models\SchoolClass;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;

/** A class by its name and phrase. */
final class ClassLine extends JsonResource
{
    public function __construct(private readonly SchoolClass $class)
    {
        parent::__construct($class);
    }

    /** @return array<string, mixed> */
    public function toArray(Request $request): array
    {
        return [
            'id' => $this->class->id, 'name' => $this->class->name, 'phrase' => $this->class->phrase,
            'archivedAt' => $this->class->archived_at?->toIso8601ZuluString(),
        ];
    }
}
