<?php

declare(strict_types=1);

namespace HiddenLadder\Architecture;

use PHPat\Selector\Selector;
use PHPat\Test\Attributes\TestRule;
use PHPat\Test\Builder\Rule;
use PHPat\Test\PHPat;

/** Which room of the core may use which, and who in the app knows of requests (docs/architecture.md has a drawing). */
final class Layers
{
    /** From the bottom up: each may use what stands before it. */
    private const CORE = ['Terms', 'Quiz', 'Marking', 'Round', 'Workings', 'Ahead'];

    /** They stand beside each other on top of the core. */
    private const TOP = ['Inspection', 'Forecast', 'Evidence', 'Formats', 'Sitting'];

    /** @return iterable<Rule> */
    #[TestRule]
    public function roomsUseOnlyWhatStandsBelow(): iterable
    {
        foreach (self::CORE as $level => $room) {
            $above = [...array_slice(self::CORE, $level + 1), ...self::TOP];
            yield PHPat::rule()
                ->classes(Selector::inNamespace("HiddenLadder\\Core\\$room"))
                ->shouldNotDependOn()
                ->classes(...array_map(static fn (string $one) => Selector::inNamespace("HiddenLadder\\Core\\$one"), $above))
                ->because("$room stands below them");
        }
    }

    /** @return iterable<Rule> */
    #[TestRule]
    public function theInsideOfTheRoundIsItsOwn(): iterable
    {
        yield PHPat::rule()
            ->classes(Selector::inNamespace('HiddenLadder\App'))
            ->shouldNotDependOn()
            ->classes(Selector::inNamespace('HiddenLadder\Core\Round\Internal'))
            ->because('what walks a round inside may change without the app');
    }

    /** @return iterable<Rule> */
    #[TestRule]
    public function onlyHttpKnowsOfRequests(): iterable
    {
        $rooms = ['Accounts', 'School', 'Messages', 'Quizzes', 'Tasks', 'Rounds', 'Sittings', 'Results', 'Models'];
        yield PHPat::rule()
            ->classes(...array_map(static fn (string $room) => Selector::inNamespace("HiddenLadder\\App\\$room"), $rooms))
            ->shouldNotDependOn()
            ->classes(Selector::inNamespace('HiddenLadder\App\Http\Controllers'), Selector::inNamespace('Illuminate\Http\JsonResponse'))
            ->because('a rule of the app throws what it rejects; which status that is, only HTTP knows');
    }
}
