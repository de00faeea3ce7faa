<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Ahead;

use HiddenLadder\Core\Ahead\Explorer;
use HiddenLadder\Core\Ahead\Structure;
use HiddenLadder\Core\Forecast\MadeUpStudent;
use HiddenLadder\Core\Forecast\Profile;
use HiddenLadder\Core\Inspection\Finding;
use HiddenLadder\Core\Inspection\ReachabilityCheck;
use HiddenLadder\Core\Inspection\Severity;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Round\Engine;
use HiddenLadder\Core\Round\Event\Started;
use HiddenLadder\Core\Round\Frame;
use HiddenLadder\Core\Round\Result\Applied;
use HiddenLadder\Core\Round\State;
use HiddenLadder\Core\Tests\Round\MadeUpQuiz;
use PHPUnit\Framework\TestCase;
use Random\Engine\Xoshiro256StarStar;
use Random\Randomizer;

/**
 * What is explored is where the engine leads: held against walks of the engine itself, over generated quizzes and terms, the
 * same ones each time and more of them on a longer run.
 */
final class ExplorerTest extends TestCase
{
    public function test_every_place_that_a_walk_comes_to_is_in_the_structure_and_from_each_node_a_finish_is_reached(): void
    {
        $whole = 0;
        $count = max(60, intdiv((int) getenv('HIDDEN_LADDER_CASES'), 5));
        for ($seed = 0; $seed < $count; $seed++) {
            $lot = new Randomizer(new Xoshiro256StarStar($seed));
            $quiz = QuizDocument::read(MadeUpQuiz::document($lot));
            // By lot stops come in any order; the structure has them in the order of the quiz.
            $terms = MadeUpQuiz::terms($lot)->with(mixStops: false, secondsForRound: null);
            $explorer = Explorer::of($quiz, $terms, 1000);
            $structure = $explorer->structure();
            if (! $structure->isWhole) {
                continue;
            }
            $whole++;
            self::assertNotContains(false, $structure->safe(), 'generated quizzes trap nobody');
            self::assertSame(
                [],
                array_filter(
                    (new ReachabilityCheck($quiz, $terms))->findings(),
                    static fn (Finding $finding): bool => $finding->severity === Severity::Stops,
                ),
                'generated quizzes trap nobody',
            );
            $places = [];
            foreach ($structure->nodes as $node) {
                $places[self::place($node)] = true;
            }
            $engine = new Engine($quiz, $terms);
            foreach ([0.0, 0.4, 0.9] as $skill) {
                $made = new MadeUpStudent($quiz, $terms, Profile::even($skill, 0.1, 0.2, 0.6), $lot);
                $state = new State;
                for ($step = 0; $step < 200 && ! $state->isFinished(); $step++) {
                    $outcome = $engine->apply($state, $step === 0 ? new Started(seed: "walk $seed") : $made->next($state), 0);
                    self::assertInstanceOf(Applied::class, $outcome);
                    $state = $outcome->state;
                    self::assertArrayHasKey(self::place($state), $places, "step $step");
                }
            }
        }
        self::assertGreaterThan($count / 2, $whole, 'few of them are too large to be looked at whole');
    }

    /** Where one stands: the stops, cues and rungs on the way there; in a drill or staircase, whose questions count as alike, the stop. */
    private static function place(State $state): string
    {
        $ids = array_map(static fn (Frame $frame): string => $frame->id, $state->path);

        return $state->finish ?? implode('>', isset($state->series[$ids[0] ?? '']) ? [$ids[0]] : $ids);
    }

    public function test_components_of_a_known_graph(): void
    {
        // An example of ours: a pair of loops, one leading into the other, and a sink.
        $arcs = [1 => [2], 2 => [3, 8], 3 => [4, 7], 4 => [5], 5 => [3, 6], 6 => [], 7 => [4, 6], 8 => [1, 7]];
        $components = array_map(static function (array $component): array {
            sort($component);

            return $component;
        }, Structure::components(array_keys($arcs), static fn (int $node): array => $arcs[$node]));

        self::assertSame([[6], [3, 4, 5, 7], [1, 2, 8]], $components);
    }
}
