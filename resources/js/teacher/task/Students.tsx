import type { Lookout, LookoutStudent, QuizDocument, Standing, Task } from '../../api/types';
import { find } from '../../quiz/places';
import { StudentRows } from '../../ui/figures/StudentRows';
import { StandingMark, standingWords } from '../../ui/Standing';
import { exact, near } from '../../ui/time';
import { say } from '../../words/words';

/** At most this many marks stand at one place; the rest are counted. */
const MOST_MARKS = 9;

/** How a student stands at the question they are at; none at a video, a reading or the finish. */
export function standingHere(document: QuizDocument, student: LookoutStudent): Standing | null {
    const top = student.round?.path.at(-1);
    const place = top === undefined ? null : find(document, top.id);
    if (student.round === null || place === null) {
        return null;
    }
    const question =
        place.kind === 'rung' || place.kind === 'question'
            ? place.question
            : place.kind === 'cue'
              ? place.cue.kind === 'question'
                  ? place.cue.question
                  : null
              : place.stop.kind === 'question'
                ? place.stop.question
                : null;
    return question === null ? null : (student.round.standings[question.id] ?? 'untouched');
}

/** Under the cover of the scores one sees who has answered, not how. */
export function veiled(standing: Standing, scores: boolean): Standing;
export function veiled(standing: Standing | null, scores: boolean): Standing | null;
export function veiled(standing: Standing | null, scores: boolean): Standing | null {
    return scores || standing === null || standing === 'untouched' ? standing : 'answered';
}

export function Students({
    students,
    standing,
    names,
}: {
    students: LookoutStudent[];
    standing: (student: LookoutStudent) => Standing | null;
    names: boolean;
}) {
    const shown = students.length > MOST_MARKS ? students.slice(0, MOST_MARKS - 1) : students;
    return (
        <>
            {shown.map((student) => {
                const at = standing(student);
                return (
                    <span
                        key={student.id}
                        title={`${names ? student.name : say('teacher.task.a-student')}${at === null ? '' : `, ${standingWords[at]}`}`}
                        className="inline-flex h-5 animate-rise items-center gap-0.5 rounded-full bg-ink px-1 text-[11px] leading-none font-semibold text-paper"
                    >
                        {at !== null && <StandingMark standing={at} size={14} />}
                        {names ? initials(student.name) : at === null && '·'}
                    </span>
                );
            })}
            {students.length > shown.length && <span className="text-xs font-semibold">+{students.length - shown.length}</span>}
        </>
    );
}

function initials(name: string): string {
    const words = name.split(/\s+/);
    return `${words[0]?.[0] ?? ''}${words.length > 1 ? (words.at(-1)?.[0] ?? '') : ''}`.toUpperCase();
}

interface GridProps {
    task: Task;
    lookout: Lookout;
    /** A student's name, or a number in its place. */
    nameOf: (student: LookoutStudent) => string;
    names: boolean;
    scores: boolean;
}

export function StudentGrid({ task, lookout, nameOf, names, scores }: GridProps) {
    const rows = lookout.students.map((student) => ({
        id: student.id,
        name: nameOf(student),
        // Behind it stands a name.
        to: student.round === null || !names ? null : `/tasks/${task.id}/students/${student.id}`,
        standings:
            student.round === null
                ? null
                : Object.fromEntries(
                      Object.entries(student.round.standings).map(([question, standing]) => [question, veiled(standing, scores)]),
                  ),
        round: student.round,
    }));
    return (
        <section aria-labelledby="students" className="min-w-0">
            <h2 id="students" className="sr-only">
                {say('teacher.task.students')}
            </h2>
            <StudentRows
                document={task.document}
                questions={lookout.questions.map(({ question }) => question)}
                rows={rows}
                columns={[
                    {
                        key: 'seen',
                        words: say('teacher.task.last-seen'),
                        value: ({ round }) => round?.movedAt ?? null,
                        title: ({ round }) => (round === null ? undefined : exact(round.movedAt)),
                        className: 'text-xs text-soft',
                        show: ({ round }) =>
                            round === null
                                ? say('teacher.task.not-begun')
                                : [
                                      round.closed
                                          ? say('teacher.task.ended-by-the-closing')
                                          : round.finishedAt === null
                                            ? near(round.movedAt)
                                            : say('teacher.task.finished'),
                                      ...(round.number > 1 && round.finishedAt !== null
                                          ? [say('teacher.task.round', { number: round.number })]
                                          : []),
                                      ...(round.afterDue ? [say('teacher.task.after-it-was-due')] : []),
                                      ...(round.late ? [say('teacher.task.in-part-after-the-closing')] : []),
                                  ].join(', '),
                    },
                ]}
            />
        </section>
    );
}
