<?php

declare(strict_types=1);

namespace HiddenLadder\App\Results;

use HiddenLadder\App\Models\Quiz;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\RoundKind;
use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\Core\Evidence\RoundEvidence;
use HiddenLadder\Core\Evidence\Summary;
use HiddenLadder\Core\Forecast\ObservedAnswers;
use HiddenLadder\Core\Forecast\Quantile;
use HiddenLadder\Core\Round\Result\Standing;
use HiddenLadder\Core\Round\State;

/** What a class's answers to a quiz so far say about its questions. */
final class ClassData
{
    /** @return array<string, ObservedAnswers> by question, from first rounds */
    public function known(Quiz $quiz, SchoolClass $class): array
    {
        $answers = $right = $seconds = [];
        $rounds = Round::query()->ofKind(RoundKind::Task)->where('number', 1)->whereRelation(
            'task',
            static fn ($tasks) => $tasks->where('quiz_id', $quiz->id)->where('class_id', $class->id),
        );
        foreach ($rounds->lazyById(100) as $round) {
            foreach (State::fromArray($round->state)->records as $id => $record) {
                if ($record->tries > 0) {
                    $answers[$id] = ($answers[$id] ?? 0) + 1;
                    $right[$id] = ($right[$id] ?? 0) + ($record->standing === Standing::Clear ? 1 : 0);
                }
            }
            foreach (RoundEvidence::fromArray($round->evidence)->attempts as $attempt) {
                if ($attempt->seconds !== null) {
                    $seconds[$attempt->question][] = $attempt->seconds;
                }
            }
        }

        $known = [];
        foreach ($answers as $id => $count) {
            $times = $seconds[$id] ?? [];
            sort($times);
            $known[$id] = new ObservedAnswers($count, $right[$id], count($times) < Summary::FEW ? null : Quantile::of($times, 0.5));
        }

        return $known;
    }
}
