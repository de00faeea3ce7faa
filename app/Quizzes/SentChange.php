<?php

declare(strict_types=1);

namespace HiddenLadder\App\Quizzes;

use HiddenLadder\Core\Fields;
use HiddenLadder\Core\MalformedInput;
use HiddenLadder\Core\Message;
use HiddenLadder\Core\Quiz\Edits\Edit;
use Illuminate\Http\Request;

/** A change of a quiz as a teacher's device sends it. */
final readonly class SentChange
{
    /** Edits of one change; bringing back a moment long ago takes many. */
    public const MOST_EDITS = 5000;

    /** @param  non-empty-list<Edit>  $edits */
    private function __construct(public string $id, public int $version, public string $label, public array $edits)
    {
    }

    /**
     * From JSON, decoded with objects.
     *
     * @throws MalformedInput
     */
    public static function read(mixed $body): self
    {
        $all = $body instanceof \stdClass ? get_object_vars($body) : throw new MalformedInput('', new Message('problem.quiz.change'));
        $fields = Fields::of(array_replace($all, array_intersect_key(['edits' => true], $all)))->only(['id', 'version', 'label', 'edits']);
        $edits = $all['edits'] ?? null;
        if (! is_array($edits) || $edits === [] || count($edits) > self::MOST_EDITS) {
            throw new MalformedInput('/edits', new Message('problem.quiz.number-of-edits', ['most' => self::MOST_EDITS]));
        }
        $read = [];
        foreach (array_values($edits) as $number => $edit) {
            $read[] = Edit::read($edit, "/edits/$number");
        }

        return new self(self::id($fields), $fields->integer('version'), mb_substr($fields->string('label'), 0, 200), $read);
    }

    /** @throws MalformedInput */
    public static function of(Request $request): self
    {
        try {
            return self::read(json_decode($request->getContent(), false, 200, JSON_THROW_ON_ERROR));
        } catch (\JsonException) {
            throw new MalformedInput('', new Message('problem.quiz.no-json'));
        }
    }

    /**
     * What the app itself makes of edits.
     *
     * @param  non-empty-list<Edit>  $edits
     */
    public static function made(string $id, string $label, array $edits): self
    {
        return new self($id, 0, $label, $edits);
    }

    /** @throws MalformedInput */
    public static function id(Fields $fields): string
    {
        $id = strtoupper($fields->string('id'));

        return preg_match('/^[0-7][0-9A-HJKMNP-TV-Z]{25}$/D', $id) === 1
            ? $id
            : throw new MalformedInput('/id', new Message('problem.ulid'));
    }
}
