<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz\Edits;

use HiddenLadder\Core\Quiz\QuestionKind;
use HiddenLadder\Core\Quiz\Text;

/**
 * What may be corrected in an edition in use: keys, points, wording and feedback, further answers where they are typed, right or
 * foreseen, and the misconceptions that they show. Everything else is structure, which changes only by a new edition.
 *
 * @phpstan-import-type Place from Nodes
 */
final class Correctable
{
    /** Members that may be set, by the type of their node; a member may be set at any depth. */
    private const MEMBERS = [
        'quiz' => ['title', 'instructions'],
        'part' => ['title', 'weight'],
        'objective' => ['text', 'code'],
        'misconception' => ['text'],
        'stop' => ['title', 'text', 'points', 'need', 'ends', 'credit'],
        'cue' => ['text'],
        'question' => [
            'prompt',
            'points',
            'tolerance',
            'unitShare',
            'keyless',
            'scoring',
            'text',
            'form',
            'feedback',
            'explanation',
            'sentence',
            'model',
            'objectives',
            'difficulty',
        ],
        'entry' => ['text', 'key', 'right', 'share', 'feedback', 'misconception', 'order', 'pairs'],
        'item' => ['text'],
        'pair' => ['text', 'item'],
        'rung' => ['text', 'title', 'answers', 'link'],
        'finish' => ['title', 'message'],
        'scoreMessage' => ['from', 'message'],
    ];

    /**
     * Whether an edit of a document may be laid over an edition in use.
     *
     * @param  array<string, Place>  $places  the nodes of that document
     */
    public static function allows(array $places, Edit $edit): bool
    {
        $place = $places[$edit->at] ?? null;
        if ($place === null) {
            return false;
        }
        if ($edit->do === 'insert' && $edit->list === 'misconceptions') {
            // By itself it changes nothing: it is there for an answer that shows it.
            return true;
        }
        if ($edit->do === 'insert') {
            return $edit->list === 'entries' && self::isTyped($place['node'], $place['type']) && self::bare($edit->node ?? new \stdClass);
        }
        $member = explode('.', (string) $edit->member)[0];
        if ($edit->do !== 'set' || ! in_array($member, self::MEMBERS[$place['type']] ?? [], true)) {
            return false;
        }

        // A picture, or where a gap stands, is structure; how it is worded is not.
        return ! in_array($edit->member, Shapes::of($place['type'])['rich'], true)
            || self::structure($place['node'], $edit->member) === (is_string($edit->value) ? Text::read($edit->value)->structure() : []);
    }

    private static function isTyped(\stdClass $node, string $type): bool
    {
        $kind = is_string($node->kind ?? null) ? QuestionKind::tryFrom($node->kind) : null;

        return $type === 'gap' ? ($node->show ?? null) === 'typed'
            : in_array(
                $kind,
                [QuestionKind::ShortText, QuestionKind::Number, QuestionKind::Expression, QuestionKind::Order, QuestionKind::Match],
                true,
            );
    }

    /** Rungs and forks of a new entry wait for the next edition. */
    private static function bare(\stdClass $entry): bool
    {
        return ($entry->ladder ?? null) === [] && ($entry->fork ?? null) === null;
    }

    /** @return list<string> */
    private static function structure(\stdClass $node, string $member): array
    {
        $value = $node;
        foreach (explode('.', $member) as $step) {
            $value = $value instanceof \stdClass ? $value->{$step} ?? null : null;
        }

        return is_string($value) ? Text::read($value)->structure() : [];
    }
}
