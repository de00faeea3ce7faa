<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Terms;

use HiddenLadder\Core\Message;

/** What terms mean for a student, and what one of them does to others. */
final class TermsInWords
{
    private const SIGHTS = [Sight::Result, Sight::Score, Sight::RightAnswer, Sight::Feedback, Sight::Explanation];

    /** @return list<Message> what a student will experience, in the order in which they meet it */
    public static function sentences(Terms $terms): array
    {
        return [
            ...self::order($terms),
            ...self::tries($terms),
            self::help($terms),
            ...self::clock($terms),
            self::rounds($terms),
            ...self::goal($terms),
            ...self::seen($terms),
            new Message($terms->help ? 'terms.teacher-sees.answers-and-help' : 'terms.teacher-sees.answers'),
        ];
    }

    /** @return list<Message> for the teacher: what one of the terms does to others, or to the quiz */
    public static function consequences(Terms $terms): array
    {
        $handedIn = $terms->mode === Mode::HandedIn;
        $isClosed = $terms->rounds->limit === null && $terms->seen[Sight::RightAnswer->value] === SeenWhen::AfterLastRound;

        return [
            ...self::when($terms->freeOrder, 'forks-off'),
            ...self::when($handedIn, $terms->missedComeBack && $terms->help ? 'ladders-rest' : 'no-ladders'),
            ...self::when(
                $terms->tries !== null && $terms->help && ! $handedIn,
                $terms->reveal ? 'answer-shown' : 'answer-closed',
                ['tries' => (int) $terms->tries],
            ),
            ...self::when($terms->tries === null && ! $terms->help && ! $handedIn, 'only-again'),
            ...self::when($isClosed, 'never-last-round'),
        ];
    }

    /**
     * @param  array<string, int>  $parameters
     * @return list<Message>
     */
    private static function when(bool $holds, string $consequence, array $parameters = []): array
    {
        return $holds ? [new Message("terms.consequence.$consequence", $parameters)] : [];
    }

    /** @return list<Message> */
    private static function order(Terms $terms): array
    {
        return $terms->hasOverview()
            ? [new Message($terms->mode === Mode::HandedIn ? 'terms.order.until-handed-in' : 'terms.order.any')]
            : [];
    }

    /** @return list<Message> */
    private static function tries(Terms $terms): array
    {
        if ($terms->mode === Mode::HandedIn) {
            return $terms->missedComeBack ? [new Message('terms.tries.missed-come-back')] : [];
        }
        if ($terms->tries === null) {
            return [new Message('terms.tries.no-limit')];
        }
        $fewer = $terms->tries > 1 && $terms->shareAt(2) < 1;

        return [new Message($fewer ? 'terms.tries.limit-with-fewer-points' : 'terms.tries.limit', ['tries' => $terms->tries])];
    }

    private static function help(Terms $terms): Message
    {
        return match (true) {
            ! $terms->help || ($terms->mode === Mode::HandedIn && ! $terms->missedComeBack) => new Message('terms.help.none'),
            $terms->alikeAfterSlip => new Message('terms.help.alike'),
            default => new Message('terms.help.again'),
        };
    }

    /** @return list<Message> */
    private static function clock(Terms $terms): array
    {
        $found = [];
        $clocks = ['terms.clock.round' => $terms->secondsForRound, 'terms.clock.question' => $terms->secondsForQuestion];
        foreach ($clocks as $code => $seconds) {
            if ($seconds !== null) {
                $found[] = new Message($code, ['time' => self::time($seconds)]);
            }
        }

        return $found === [] ? [new Message('terms.clock.none')] : $found;
    }

    private static function time(int $seconds): Message
    {
        return $seconds % 60 === 0
            ? new Message('terms.clock.minutes', ['minutes' => intdiv($seconds, 60)])
            : new Message('terms.clock.seconds', ['seconds' => $seconds]);
    }

    private static function rounds(Terms $terms): Message
    {
        $rounds = $terms->rounds;
        $how = ['pause' => $rounds->pauseMinutes, 'counts' => $rounds->counts->value];

        return match ($rounds->limit) {
            1 => new Message('terms.rounds.once'),
            null => new Message('terms.rounds.no-limit', $how),
            default => new Message('terms.rounds.limit', ['limit' => $rounds->limit] + $how),
        };
    }

    /** @return list<Message> */
    private static function goal(Terms $terms): array
    {
        $rounds = ['rounds' => $terms->goal->rounds];

        return match ($terms->goal->kind) {
            GoalKind::None => [],
            GoalKind::Rounds => [new Message('terms.goal.rounds', $rounds)],
            GoalKind::Perfect => [new Message('terms.goal.perfect', $rounds)],
            GoalKind::RoundsOrPerfect => [new Message('terms.goal.rounds-or-perfect', $rounds)],
            GoalKind::Score => [new Message('terms.goal.score', ['score' => (int) round(100 * $terms->goal->score)])],
        };
    }

    /** @return list<Message> */
    private static function seen(Terms $terms): array
    {
        $byMoment = [];
        foreach (self::SIGHTS as $sight) {
            $moment = $terms->seen[$sight->value];
            $moment = $terms->mode === Mode::HandedIn && $moment === SeenWhen::AtOnce ? SeenWhen::EndOfRound : $moment;
            if ($moment !== SeenWhen::Never) {
                $byMoment[$moment->value][] = new Message("terms.sight.$sight->value");
            }
        }
        $parts = [];
        foreach ($byMoment as $moment => $what) {
            $parts[] = new Message("terms.seen.$moment", ['what' => $what]);
        }

        return $parts === [] ? [] : [new Message('terms.seen.all', ['parts' => $parts])];
    }
}
