<?php

declare(strict_types=1);

namespace HiddenLadder\App\Models;

use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Database\Eloquent\Relations\HasOne;

/**
 * @property string $id
 * @property string $teacher_id
 * @property string $title as in the document, for finding
 * @property QuizState $state
 * @property bool $put_at_once made up on the spot, in front of a class
 * @property int $version number of the last change
 * @property ?array<array-key, mixed> $origin the document before the first change; null before there is one
 * @property array<array-key, mixed> $document
 * @property ?list<string> $left_findings keys of findings that the teacher leaves as they are
 * @property CarbonImmutable $updated_at
 * @property ?Edition $latestEdition
 */
final class Quiz extends Model
{
    protected $table = 'quizzes';

    /** @return HasMany<Edition, $this> */
    public function editions(): HasMany
    {
        return $this->hasMany(Edition::class);
    }

    /** @return HasOne<Edition, $this> without its document, which Editions reads where it is wanted */
    public function latestEdition(): HasOne
    {
        return $this->hasOne(Edition::class)->ofMany('number', 'max')
            ->select(array_map(static fn (string $column): string => "editions.$column", Edition::LINE));
    }

    /** @return HasMany<QuizChange, $this> */
    public function changes(): HasMany
    {
        return $this->hasMany(QuizChange::class);
    }

    /** @return HasMany<Task, $this> */
    public function tasks(): HasMany
    {
        return $this->hasMany(Task::class);
    }

    protected function casts(): array
    {
        return [
            'document' => 'array',
            'origin' => 'array',
            'state' => QuizState::class,
            'left_findings' => 'array',
            'version' => 'integer',
            'put_at_once' => 'boolean',
            'updated_at' => 'immutable_datetime',
        ];
    }
}
