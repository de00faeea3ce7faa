<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Inspection;

use HiddenLadder\Core\Marking\PlainText;
use HiddenLadder\Core\Message;

/** Whether a quiz is found again by its title: one of its own, with a topic in it (common practice). */
final class TitleCheck
{
    /** A title of so few words seldom says which topic of a subject it is (common practice). */
    private const FEW_WORDS = 3;

    /** Words that say of what kind something is and not what it is about (English). */
    private const WITHOUT_TOPIC = [
        'a', 'an', 'and', 'assessment', 'check', 'chapter', 'class', 'copy', 'day', 'draft', 'drill', 'end', 'exam', 'exercise',
        'exercises', 'exit', 'final', 'first', 'for', 'grade', 'homework', 'in', 'last', 'lesson', 'level', 'mixed', 'module', 'monday',
        'tuesday', 'wednesday', 'thursday', 'friday', 'my', 'new', 'next', 'no', 'number', 'of', 'on', 'part', 'practice', 'pre', 'post',
        'questions', 'quick', 'quiz', 'quizzes', 'review', 'revision', 'second', 'section', 'set', 'sheet', 'some', 'starter', 'stuff',
        'task', 'tasks', 'term', 'test', 'tests', 'the', 'things', 'third', 'this', 'to', 'today', 'topic', 'try', 'unit', 'untitled',
        'version', 'week', 'weekly', 'work', 'worksheet', 'year',
    ];

    private function __construct()
    {
    }

    /**
     * @param  list<string>  $others  titles of the teacher's other quizzes
     * @return list<Finding> one at most; none of them stops publishing
     */
    public static function of(string $title, array $others): array
    {
        $folded = PlainText::folded($title);
        if ($folded === '') {
            return [];
        }
        if (in_array($folded, array_map(PlainText::folded(...), $others), true)) {
            return [new Finding(Severity::Warns, null, null, new Message('inspection.title.same', ['title' => trim($title)]))];
        }
        $words = preg_split('/[^\p{L}\p{M}\p{N}]+/u', $folded, -1, PREG_SPLIT_NO_EMPTY);
        assert(is_array($words));
        $topic = array_filter(
            $words,
            static fn (string $word): bool => preg_match('/^\p{N}+\p{L}?$/u', $word) !== 1 && ! in_array($word, self::WITHOUT_TOPIC, true),
        );

        return match (true) {
            $topic === [] => [new Finding(Severity::Warns, null, null, new Message('inspection.title.no-topic'))],
            count($words) <= self::FEW_WORDS => [new Finding(Severity::Advises, null, null, new Message('inspection.title.short'))],
            default => [],
        };
    }
}
