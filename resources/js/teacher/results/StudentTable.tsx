import type { Evidence, Task } from '../../api/types';
import { byWords } from '../../ui/figures/Sorting';
import { type StudentRow, StudentRows } from '../../ui/figures/StudentRows';
import { FEW, percent } from '../../ui/figures/words';
import { say } from '../../words/words';

type Figures = Evidence['rows'][number];
type Row = StudentRow & { figures: Figures };

const isRight = (standing: string | undefined) => standing === 'clear' || standing === 'climbed';

/** From the first round to the best; of one round there is nothing to tell. */
const gained = ({ rounds, first, best }: Figures) => (rounds < 2 || first === null || best === null ? null : best - first);

/** Students by questions, in their latest round. */
export function StudentTable({ task, evidence, nameOf }: { task: Task; evidence: Evidence; nameOf: (student: string) => string }) {
    const questions = evidence.questions.map(({ question }) => question);
    const notYet = ({ standings }: Figures) => questions.filter((question) => !isRight(standings[question])).length;
    const rows: Row[] = evidence.rows
        .map((figures) => ({
            id: figures.student,
            name: nameOf(figures.student),
            to: `/tasks/${task.id}/students/${figures.student}`,
            standings: figures.standings,
            figures,
        }))
        .sort((a, b) => byWords(a.name, b.name));
    return (
        <section aria-labelledby="by-student" className="min-w-0">
            <div className="mb-2 flex flex-wrap items-baseline gap-x-6">
                <h2 id="by-student" className="text-xl">
                    {say('teacher.student-table.students-by-questions')}
                </h2>
                <p className="text-sm text-soft">{say('teacher.student-table.choose-the-head-of-a')}</p>
                {evidence.gain.value !== null && evidence.gain.n >= FEW && (
                    <p className="text-sm text-soft">
                        {say('teacher.student-table.from-first-to-best-round', {
                            percent: Math.round(100 * evidence.gain.value),
                            n: evidence.gain.n,
                        })}
                    </p>
                )}
            </div>
            <StudentRows
                document={task.document}
                questions={questions}
                rows={rows}
                columns={[
                    {
                        key: 'not-yet',
                        words: say('teacher.student-table.not-yet'),
                        value: ({ figures }) => notYet(figures),
                        show: ({ figures }) => notYet(figures),
                        className: 'text-right',
                    },
                    {
                        key: 'rounds',
                        words: say('teacher.student-table.rounds'),
                        value: ({ figures }) => figures.rounds,
                        show: ({ figures }) => figures.rounds,
                        className: 'text-right',
                    },
                    {
                        key: 'first',
                        words: say('teacher.student-table.first'),
                        value: ({ figures }) => figures.first,
                        show: ({ figures }) => percent(figures.first),
                        className: 'text-right',
                    },
                    {
                        key: 'best',
                        words: say('teacher.student-table.best'),
                        value: ({ figures }) => figures.best,
                        show: ({ figures }) => percent(figures.best),
                        className: 'text-right',
                    },
                    {
                        key: 'gained',
                        words: say('teacher.student-table.gained'),
                        value: ({ figures }) => gained(figures),
                        show: ({ figures }) => percent(gained(figures)),
                        className: 'text-right',
                    },
                ]}
            />
        </section>
    );
}
