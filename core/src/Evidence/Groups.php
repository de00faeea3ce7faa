<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Evidence;

/** Groups of students who need the same. */
final readonly class Groups
{
    /**
     * @param  int  $least  students in a group
     * @param  int  $most  groups
     */
    public function __construct(private int $least = 2, private int $most = 5)
    {
    }

    /**
     * What most of those who are in no group yet need makes the next one; each student is in one at most.
     *
     * @param  list<string>  $students
     * @param  array<string, list<string>>  $needs  students by misconception or objective
     * @return list<array{need: string, students: list<string>}> the largest first
     */
    public function of(array $students, array $needs): array
    {
        $left = array_fill_keys($students, true);
        $groups = [];
        while (count($groups) < $this->most) {
            $best = ['need' => '', 'students' => []];
            foreach ($needs as $need => $who) {
                $own = array_values(array_filter($who, static fn (string $student): bool => isset($left[$student])));
                if (count($own) > count($best['students'])) {
                    $best = ['need' => $need, 'students' => $own];
                }
            }
            if (count($best['students']) < max(1, $this->least)) {
                break;
            }
            $groups[] = $best;
            $left = array_diff_key($left, array_fill_keys($best['students'], true));
        }

        return $groups;
    }
}
