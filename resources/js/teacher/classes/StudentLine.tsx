import { Link } from 'react-router';
import { client, take } from '../../api/client';
import type { ClassRecord, RecordRow } from '../../api/types';
import { Button, buttonClass } from '../../ui/Button';
import type { Covers } from '../../ui/covers';
import { percent } from '../../ui/figures/words';
import { Notice } from '../../ui/Notice';
import { exact } from '../../ui/time';
import { useAttempt } from '../../ui/useAttempt';
import { say } from '../../words/words';
import { Trend } from './Trend';
import { workedInWords } from './worked';

interface Props {
    row: RecordRow;
    /** As it may be seen now. */
    name: string;
    record: ClassRecord;
    covers: Covers;
    /** Where it stands alone, to be printed. */
    report: string;
}

/** All tasks of one student, one below the other as they were given: when, how far, how it went; and whether it counts. */
export function StudentLine({ row, name, record, covers, report }: Props) {
    const scores = covers.seen.scores;
    const { error, attempt } = useAttempt('record', 'task');
    const excuse = (task: string, excused: boolean) => {
        const path = { params: { path: { task, student: row.id } } };
        return attempt(() =>
            take(excused ? client.PUT('/tasks/{task}/excused/{student}', path) : client.DELETE('/tasks/{task}/excused/{student}', path)),
        );
    };
    const release = (task: string, released: boolean) =>
        attempt(() =>
            take(client.PUT('/tasks/{task}/released/{student}', { params: { path: { task, student: row.id } }, body: { released } })),
        );
    return (
        <>
            {scores && <Trend row={row} record={record} />}
            <ul className="sticky left-3 grid max-w-[min(48rem,calc(100vw-4rem))] gap-1">
                {record.tasks.map((task, index) => {
                    const cell = row.cells[index] ?? null;
                    return cell === null ? null : (
                        <li key={task.id} className="flex flex-wrap items-center gap-x-3 gap-y-1 border-b border-line py-1 last:border-0">
                            <Link
                                className="basis-56 underline decoration-edge underline-offset-2"
                                to={cell.rounds === 0 ? `/tasks/${task.id}` : `/tasks/${task.id}/students/${row.id}`}
                            >
                                {task.title}
                            </Link>
                            <span className="w-14 text-right whitespace-nowrap font-semibold tabular-nums">
                                {scores && percent(cell.score)}
                            </span>
                            <span className="min-w-0 flex-1 text-soft">
                                <span title={cell.beganAt === null ? undefined : exact(cell.beganAt)}>
                                    {workedInWords(cell, task.givenAt)}
                                </span>
                            </span>
                            {task.scoreSeen === 'when-released' && cell.rounds > 0 && (
                                <Button
                                    weight="quiet"
                                    aria-label={say('teacher.record.release-to-of', {
                                        title: task.title,
                                        name,
                                        seen: cell.released ? 'yes' : 'no',
                                    })}
                                    onClick={() => void release(task.id, !cell.released)}
                                >
                                    {say('teacher.record.release-to', { seen: cell.released ? 'yes' : 'no' })}
                                </Button>
                            )}
                            <Button
                                weight="quiet"
                                aria-label={say('teacher.record.excuse-from', { title: task.title, excused: cell.excused ? 'yes' : 'no' })}
                                onClick={() => void excuse(task.id, !cell.excused)}
                            >
                                {say('teacher.record.excuse', { excused: cell.excused ? 'yes' : 'no' })}
                            </Button>
                        </li>
                    );
                })}
            </ul>
            {scores && covers.seen.names && (
                <Link className={`${buttonClass('quiet')} mt-1 -ml-3`} to={report}>
                    {say('teacher.record.print-student', { name: row.name })}
                </Link>
            )}
            {error !== null && <Notice>{error}</Notice>}
        </>
    );
}
