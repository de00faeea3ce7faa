<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round;

/** What terms mean for a student, in plain words, and what one of them does to others. */
final class TermsInWords
{
    private const MOMENTS = [
        'at-once' => 'at once', 'end-of-round' => 'at the end of the round', 'coming-back' => 'when you come back to it',
        'after-last-round' => 'after your last round', 'after-closing' => 'after the task has closed', 'when-released' => 'when your teacher releases it',
    ];

    private const SIGHTS = ['result' => 'what is right', 'score' => 'your score', 'rightAnswer' => 'the right answers', 'feedback' => 'what there is to say about your answers', 'explanation' => 'the explanations'];

    /** @return list<string> what a student will experience, in the order in which they meet it */
    public static function sentences(Terms $terms): array
    {
        return array_values(array_filter([
            self::order($terms),
            self::tries($terms),
            self::help($terms),
            self::clock($terms),
            self::rounds($terms),
            self::goal($terms),
            self::seen($terms),
            'Your teacher sees your answers'.($terms->help ? ' and the help you used.' : '.'),
        ], static fn (string $sentence): bool => $sentence !== ''));
    }

    /** @return list<string> for the teacher: what one of the terms does to others, or to the quiz */
    public static function consequences(Terms $terms): array
    {
        $found = [];
        if ($terms->freeOrder) {
            $found[] = 'In free order, forks that look back at earlier stops are off; ladders work.';
        }
        if ($terms->mode === Mode::HandedIn) {
            $found[] = $terms->missedComeBack && $terms->help
                ? 'Ladders rest until the round is handed in; then what was missed comes back with them.'
                : 'Nobody sees a ladder: answers are marked only when the round is handed in.';
        }
        if ($terms->tries !== null && $terms->help && $terms->mode !== Mode::HandedIn) {
            $found[] = "After try $terms->tries the answer is ".($terms->reveal ? 'shown' : 'closed').', also where rungs are left.';
        }
        if ($terms->tries === null && ! $terms->help && $terms->mode !== Mode::HandedIn) {
            $found[] = 'Without help and without a limit of tries a student can only try again or set a question aside.';
        }
        if ($terms->rounds->limit === null && $terms->seen[Sight::RightAnswer->value] === Moment::AfterLastRound) {
            $found[] = 'There is always another round, so the right answers are shown only once the task is closed.';
        }

        return $found;
    }

    private static function order(Terms $terms): string
    {
        $move = $terms->mode === Mode::HandedIn
            ? 'You can change your answers until you hand them in.'
            : 'You can answer in any order.';

        return $terms->hasOverview() ? $move : '';
    }

    private static function tries(Terms $terms): string
    {
        if ($terms->mode === Mode::HandedIn) {
            return $terms->missedComeBack ? 'What was not right comes back afterwards, so that you can work on it.' : '';
        }
        if ($terms->tries === null) {
            return 'You can try each question as often as you like.';
        }
        $left = $terms->tries > 1 && $terms->shareAt(2) < 1 ? ' A later try gives fewer points.' : '';

        return ($terms->tries === 1 ? 'You have one try at each question.' : "You have $terms->tries tries at each question.").$left;
    }

    private static function help(Terms $terms): string
    {
        if (! $terms->help || ($terms->mode === Mode::HandedIn && ! $terms->missedComeBack)) {
            return 'There is no help on the way.';
        }

        return $terms->alikeAfterSlip
            ? 'A slip opens a little help and brings you to another question like it.'
            : 'A slip opens a little help and brings you back to the same question.';
    }

    private static function clock(Terms $terms): string
    {
        return implode(' ', array_filter([
            $terms->secondsForRound === null ? '' : 'You have '.self::time($terms->secondsForRound).' for the whole round.',
            $terms->secondsForQuestion === null ? '' : 'You have '.self::time($terms->secondsForQuestion).' for each question.',
            $terms->secondsForRound === null && $terms->secondsForQuestion === null ? 'There is no clock.' : '',
        ], static fn (string $part): bool => $part !== ''));
    }

    private static function time(int $seconds): string
    {
        return match (true) {
            $seconds === 60 => '1 minute',
            $seconds % 60 === 0 => intdiv($seconds, 60).' minutes',
            default => "$seconds seconds",
        };
    }

    private static function rounds(Terms $terms): string
    {
        $limit = $terms->rounds->limit;
        if ($limit === 1) {
            return 'You can do it once.';
        }
        $counts = match ($terms->rounds->counts) {
            Counts::Best => 'your best one counts',
            Counts::Last => 'your last one counts',
            Counts::First => 'your first one counts',
            Counts::Mean => 'their mean counts',
        };
        $pause = $terms->rounds->pauseMinutes === 0 ? '' : ", with a pause of {$terms->rounds->pauseMinutes} minutes between them";

        return $limit === null ? "You can do as many rounds as you like$pause; $counts." : "You can do up to $limit rounds$pause; $counts.";
    }

    private static function goal(Terms $terms): string
    {
        $rounds = $terms->goal->rounds === 1 ? 'one round' : "{$terms->goal->rounds} rounds";

        return match ($terms->goal->kind) {
            GoalKind::None => '',
            GoalKind::Rounds => "Your goal: $rounds.",
            GoalKind::Perfect => "Your goal: $rounds with everything right.",
            GoalKind::RoundsOrPerfect => "Your goal: $rounds, or one with everything right.",
            GoalKind::Score => 'Your goal: '.round(100 * $terms->goal->score).' % of the points.',
        };
    }

    private static function seen(Terms $terms): string
    {
        $byMoment = [];
        foreach (self::SIGHTS as $sight => $words) {
            $moment = $terms->seen[$sight];
            $moment = $terms->mode === Mode::HandedIn && $moment === Moment::AtOnce ? Moment::EndOfRound : $moment;
            if ($moment !== Moment::Never) {
                $byMoment[$moment->value][] = $words;
            }
        }
        $parts = [];
        foreach ($byMoment as $moment => $words) {
            $last = array_pop($words);
            $parts[] = ($words === [] ? $last : implode(', ', $words)." and $last").' '.self::MOMENTS[$moment];
        }

        return $parts === [] ? '' : 'You see '.implode('; ', $parts).'.';
    }
}
