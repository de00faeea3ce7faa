<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Terms;

use HiddenLadder\Core\Message;

/**
 * What terms mean for a student, and what one of them does to others.
 *
 * @phpstan-type Group array{told: list<Message>, does: list<Message>}
 */
final class TermsInWords
{
    private const SIGHTS = [Sight::Result, Sight::Score, Sight::RightAnswer, Sight::Feedback, Sight::Explanation];

    /** @return list<Message> what a student will experience, and who sees what they do */
    public static function sentences(Terms $terms): array
    {
        return [
            ...array_merge(...array_column(self::groups($terms), 'told')),
            new Message($terms->help ? 'terms.teacher-sees.answers-and-help' : 'terms.teacher-sees.answers'),
        ];
    }

    /**
     * For the teacher: what one of the terms does to others, or to the quiz.
     *
     * @param  ?bool  $closes  whether the task has a closing time; null where that is not known yet
     * @return list<Message>
     */
    public static function consequences(Terms $terms, ?bool $closes = null): array
    {
        return array_merge(...array_column(self::groups($terms, $closes), 'does'));
    }

    /**
     * Both, by what is chosen together, in the order in which a student meets it.
     *
     * @param  ?bool  $closes  whether the task has a closing time; null where that is not known yet
     * @return array{order: Group, tries: Group, clock: Group, rounds: Group, seen: Group, returns: Group}
     */
    public static function groups(Terms $terms, ?bool $closes = null): array
    {
        $rounds = [self::rounds($terms), ...self::portion($terms->rounds->portion), ...self::goal($terms)];

        return [
            'order' => ['told' => self::order($terms), 'does' => self::when($terms->freeOrder, 'forks-off')],
            'tries' => ['told' => [...self::tries($terms), self::help($terms)], 'does' => self::whatTriesDo($terms)],
            'clock' => [
                'told' => self::clock($terms),
                'does' => self::when($terms->isOnePage() && $terms->secondsForQuestion !== null, 'no-clock-on-page'),
            ],
            'rounds' => ['told' => $rounds, 'does' => self::when(
                $terms->rounds->portion !== null && $terms->rounds->limit !== null,
                'portions-end',
                ['questions' => (int) $terms->rounds->portion * (int) $terms->rounds->limit],
            )],
            'seen' => ['told' => self::seen($terms), 'does' => self::never($terms, $closes)],
            'returns' => ['told' => self::returns($terms->returns), 'does' => self::when(
                // That something comes back tells that it was mastered.
                $terms->returns->days !== []
                    && $terms->seen[Sight::Result->value] === SeenWhen::Never
                    && $terms->seen[Sight::Score->value] === SeenWhen::Never,
                'returns-wait-for-ever',
            )],
        ];
    }

    /** @return list<Message> */
    private static function whatTriesDo(Terms $terms): array
    {
        $handedIn = $terms->mode === Mode::HandedIn;

        return [
            ...self::when($handedIn, $terms->missedComeBack && $terms->help ? 'ladders-rest' : 'no-ladders'),
            ...self::when(
                $terms->tries !== null && $terms->help && ! $handedIn,
                $terms->reveal ? 'answer-shown' : 'answer-closed',
                ['tries' => (int) $terms->tries],
            ),
            ...self::when($terms->tries === null && ! $terms->help && ! $handedIn, 'only-again'),
        ];
    }

    /** @return list<Message> what waits for a moment that never comes, or only by the closing */
    private static function never(Terms $terms, ?bool $closes): array
    {
        $endless = $terms->rounds->limit === null;
        $at = self::byMoment($terms);
        $what = static fn (SeenWhen $moment): array => ['what' => $at[$moment->value] ?? []];
        $lasts = $what(SeenWhen::AfterLastRound);
        $closing = $what(SeenWhen::AfterClosing);

        return [
            ...self::when($closes === false && $closing['what'] !== [], 'never-closes', $closing),
            ...self::when($endless && $lasts['what'] !== [], $closes === false ? 'never-ends' : 'never-last-round', $lasts),
        ];
    }

    /**
     * @param  array<string, int|list<Message>>  $parameters
     * @return list<Message>
     */
    private static function when(bool $holds, string $consequence, array $parameters = []): array
    {
        return $holds ? [new Message("terms.consequence.$consequence", $parameters)] : [];
    }

    /** @return list<Message> */
    private static function order(Terms $terms): array
    {
        return match (true) {
            $terms->isOnePage() => [new Message('terms.order.one-page')],
            $terms->mode === Mode::HandedIn => [new Message('terms.order.until-handed-in')],
            $terms->freeOrder => [new Message('terms.order.any')],
            default => [],
        };
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
        $clocks = [
            'terms.clock.round' => $terms->secondsForRound,
            'terms.clock.question' => $terms->isOnePage() ? null : $terms->secondsForQuestion,
        ];
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
    private static function portion(?int $portion): array
    {
        return $portion === null ? [] : [new Message('terms.portion', ['questions' => $portion])];
    }

    /** @return list<Message> */
    private static function returns(ReturnTerms $returns): array
    {
        return $returns->days === [] ? [] : [new Message('terms.returns', [
            'days' => array_map(static fn (int $day): Message => new Message('terms.return-day', ['day' => $day]), $returns->days),
            'questions' => $returns->questions,
        ])];
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
        $parts = [];
        foreach (self::byMoment($terms) as $moment => $what) {
            $parts[] = new Message("terms.seen.$moment", ['what' => $what]);
        }

        return $parts === [] ? [] : [new Message('terms.seen.all', ['parts' => $parts])];
    }

    /** @return array<string, non-empty-list<Message>> what is seen, by the moment from which on it is */
    private static function byMoment(Terms $terms): array
    {
        $byMoment = [];
        foreach (self::SIGHTS as $sight) {
            $moment = $terms->seen[$sight->value];
            $moment = $terms->mode === Mode::HandedIn && $moment === SeenWhen::AtOnce ? SeenWhen::EndOfRound : $moment;
            if ($moment !== SeenWhen::Never) {
                $byMoment[$moment->value][] = new Message("terms.sight.$sight->value");
            }
        }

        return $byMoment;
    }
}
