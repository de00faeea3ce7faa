import { Link } from 'react-router';
import { client, take } from '../../api/client';
import type { ClassRecord, RecordRow } from '../../api/types';
import { Button } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { exact, near } from '../../ui/time';
import { useAttempt } from '../../ui/useAttempt';
import { say } from '../../words/words';
import { percent } from './recordWords';

/** All tasks of one student, one below the other as they were given: when, how far, how it went; and whether it counts. */
export function StudentLine({ row, record, scores }: { row: RecordRow; record: ClassRecord; scores: boolean }) {
    const { error, attempt } = useAttempt('record', 'task');
    const excuse = (task: string, excused: boolean) => {
        const path = { params: { path: { task, student: row.id } } };
        return attempt(() =>
            take(excused ? client.PUT('/tasks/{task}/excused/{student}', path) : client.DELETE('/tasks/{task}/excused/{student}', path)),
        );
    };
    return (
        <>
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
                                {cell.rounds === 0 ? (
                                    say('teacher.record.not-begun', { missing: cell.missing ? 'yes' : 'no' })
                                ) : (
                                    <span title={cell.beganAt === null ? undefined : exact(cell.beganAt)}>
                                        {say('teacher.record.worked', {
                                            rounds: cell.rounds,
                                            answered: cell.answered,
                                            commented: cell.commented,
                                            when: near(cell.endedAt ?? cell.beganAt ?? task.givenAt),
                                            ended: cell.endedAt === null ? 'no' : 'yes',
                                            late: cell.late ? 'yes' : 'no',
                                            provisional: cell.provisional ? 'yes' : 'no',
                                        })}
                                    </span>
                                )}
                            </span>
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
            {error !== null && <Notice>{error}</Notice>}
        </>
    );
}
