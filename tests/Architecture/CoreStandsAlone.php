<?php

declare(strict_types=1);

namespace HiddenLadder\Architecture;

use PHPat\Selector\Selector;
use PHPat\Test\Attributes\TestRule;
use PHPat\Test\Builder\Rule;
use PHPat\Test\PHPat;

/** The core knows nothing of the framework, the app or the demo; controllers hold no rules of marking. */
final class CoreStandsAlone
{
    #[TestRule]
    public function coreKeepsTheFrameworkOut(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::inNamespace('HiddenLadder\Core'))
            // Its tests walk the demo's quizzes and write their own with the demo's words.
            ->excluding(Selector::inNamespace('HiddenLadder\Core\Tests'))
            ->shouldNotDependOn()
            ->classes(
                Selector::inNamespace('Illuminate'),
                Selector::inNamespace('Symfony'),
                Selector::inNamespace('Carbon'),
                Selector::inNamespace('HiddenLadder\App'),
                Selector::inNamespace('HiddenLadder\Demo'),
            )
            ->because('the rules of the job are plain PHP, without framework, database or clock');
    }

    #[TestRule]
    public function controllersDoNotMark(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::inNamespace('HiddenLadder\App\Http'))
            ->shouldNotDependOn()
            ->classes(Selector::classname('HiddenLadder\Core\Marking\Marker'))
            ->because('marking belongs to the round, not to a request');
    }
}
