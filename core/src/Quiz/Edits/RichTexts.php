<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz\Edits;

/** The rich texts of a node and of all below it, found by the table of shapes. */
final class RichTexts
{
    /**
     * Puts another in the place of each.
     *
     * @param  callable(string, string): string  $change  is given the text and the JSON pointer (RFC 6901) to it, from the node
     * @param  bool  $below  also in the nodes below it
     */
    public static function map(\stdClass $node, string $type, callable $change, bool $below = true, string $pointer = ''): void
    {
        foreach (Shapes::of($type)['rich'] as $member) {
            self::at($node, explode('.', $member), $change, $pointer);
        }
        $counted = [];
        foreach ($below ? Nodes::below($node, $type) : [] as [$one, $inside, $in]) {
            $counted[$in] = ($counted[$in] ?? -1) + 1;
            self::map($one, $inside, $change, true, "$pointer/$in".(is_array($node->{$in}) ? "/$counted[$in]" : ''));
        }
    }

    /**
     * The same in what an edit sets: the member itself, or those inside it.
     *
     * @param  callable(string, string): string  $change
     */
    public static function inValue(mixed $value, string $type, string $member, callable $change): mixed
    {
        $holder = new \stdClass;
        $at = $holder;
        $steps = explode('.', $member);
        $last = array_pop($steps);
        foreach ($steps as $step) {
            $at = $at->{$step} = new \stdClass;
        }
        $at->{$last} = $value instanceof \stdClass ? clone $value : $value;
        self::map($holder, $type, $change, false);

        return $at->{$last};
    }

    /**
     * @param  non-empty-list<string>  $steps
     * @param  callable(string, string): string  $change
     */
    private static function at(\stdClass $holder, array $steps, callable $change, string $pointer): void
    {
        $step = array_shift($steps);
        $value = $holder->{$step} ?? null;
        if ($steps === [] && is_string($value)) {
            $holder->{$step} = $change($value, "$pointer/$step");
        } elseif ($steps !== [] && $value instanceof \stdClass) {
            self::at($value, $steps, $change, "$pointer/$step");
        }
    }
}
