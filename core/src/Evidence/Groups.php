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
     * @param  array<string, list<string>>  ...$kinds  students by need; one kind of need after the other, the one that says most first
     * @return list<array{need: string, students: list<string>}> of each kind the largest first
     */
    public function of(array $students, array ...$kinds): array
    {
        $groups = [];
        foreach ($kinds as $needs) {
            $grouped = array_merge([], ...array_column($groups, 'students'));
            array_push($groups, ...$this->ofOneKind(array_diff($students, $grouped), $needs, $this->most - count($groups)));
        }

        return $groups;
    }

    /**
     * @param  array<int, string>  $students
     * @param  array<string, list<string>>  $needs
     * @return list<array{need: string, students: list<string>}>
     */
    private function ofOneKind(array $students, array $needs, int $most): array
    {
        $left = array_fill_keys($students, true);
        $groups = [];
        while (count($groups) < $most) {
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
