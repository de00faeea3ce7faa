import { useSearchParams } from 'react-router';
import { client, sentence, take } from '../../api/client';
import type { ClassRecord, RecordTask, SchoolClass } from '../../api/types';
import { Button } from '../../ui/Button';
import { useCovers } from '../../ui/covers';
import { Select } from '../../ui/Field';
import { Fold } from '../../ui/Fold';
import { Notice } from '../../ui/Notice';
import { ScreenCovers } from '../../ui/ScreenCovers';
import { Switch } from '../../ui/Switch';
import { TakeAway } from '../../ui/TakeAway';
import { useAttempt } from '../../ui/useAttempt';
import { say } from '../../words/words';
import { ClassFrame } from './ClassFrame';
import { GradebookPart } from './GradebookPart';
import { ObjectivesPart } from './ObjectivesPart';
import { RecordTable } from './RecordTable';
import { recordSheets } from './recordSheets';
import { useRecord } from './useRecord';

/** A class by its tasks: what counts, how far each is, and how the scores are spread. */
export function RecordPage() {
    return <ClassFrame>{(group) => <Record key={group.id} group={group} />}</ClassFrame>;
}

function Record({ group }: { group: SchoolClass }) {
    const [, setSearch] = useSearchParams();
    const { search, unit, strict, record: found } = useRecord(group.id, true);
    const covers = useCovers();
    const change = (name: string, value: string | null) =>
        setSearch(
            (now) => {
                value === null ? now.delete(name) : now.set(name, value);
                return now;
            },
            { replace: true },
        );
    if (found.data === undefined) {
        return found.error === null ? <p>{say('ui.one-moment')}</p> : <Notice>{sentence(found.error)}</Notice>;
    }
    const record = found.data;
    const nameOf = (student: string) => {
        const at = record.students.findIndex(({ id }) => id === student);
        return covers.seen.names ? (record.students[at]?.name ?? '') : say('teacher.record.student-number', { number: at + 1 });
    };
    if (record.tasks.length === 0 && unit === '') {
        return <p className="text-soft">{say('teacher.record.nothing-yet')}</p>;
    }
    return (
        <div className="grid min-w-0 gap-5">
            <div className="flex flex-wrap items-end gap-x-6 gap-y-3 print:hidden">
                {record.units.length > 0 && (
                    <Select
                        label={say('teacher.record.unit')}
                        value={unit}
                        onChange={(event) => change('unit', event.currentTarget.value || null)}
                    >
                        <option value="">{say('teacher.record.all-units')}</option>
                        {record.units.map((one) => (
                            <option key={one} value={one}>
                                {one}
                            </option>
                        ))}
                    </Select>
                )}
                <Switch
                    label={say('teacher.record.missing-is-nought')}
                    checked={strict}
                    onChange={(on) => change('missing', on ? 'nought' : null)}
                />
                <ScreenCovers covers={covers} of={['names', 'scores']} />
                <div className="ml-auto">
                    <TakeAway
                        name={group.name}
                        sheets={() => recordSheets(record, strict)}
                        report={`/classes/${group.id}/report?${search}`}
                    />
                </div>
            </div>
            <Waiting record={record} />
            <RecordTable
                record={record}
                strict={strict}
                covers={covers}
                opened={search.get('student')}
                reportOf={(student) => `/classes/${group.id}/students/${student}/report?${search}`}
            />
            <p className="text-sm text-soft">{say('teacher.record.how-to-read-it')}</p>
            <Fold name="objectives-over-time" heading={say('teacher.objectives.over-time')} open={false}>
                <ObjectivesPart group={group.id} nameOf={nameOf} />
            </Fold>
            <GradebookPart group={group.id} record={record} nameOf={nameOf} />
        </div>
    );
}

/** Of more tasks than these, the list folds: it would stand before the record. */
const AT_A_GLANCE = 6;

/** Scores that students see only when their teacher says so. */
function Waiting({ record }: { record: ClassRecord }) {
    const { error, attempt } = useAttempt('record', 'class', 'task');
    const held = record.tasks.filter((task) => task.scoreSeen === 'when-released');
    const put = (tasks: RecordTask[], released: boolean) =>
        attempt(async () => {
            for (const task of tasks) {
                await take(client.PATCH('/tasks/{task}', { params: { path: { task: task.id } }, body: { released } }));
            }
        });
    const othersAt = (task: RecordTask) => {
        const at = record.tasks.indexOf(task);
        return record.students.filter(({ cells }) => (cells[at]?.released ?? task.releasedAt !== null) !== (task.releasedAt !== null))
            .length;
    };
    if (held.length === 0) {
        return null;
    }
    const unseen = held.filter((task) => task.releasedAt === null && task.n > 0);
    const list = (
        <ul className="mt-1 flex flex-wrap gap-x-6 gap-y-1 text-sm">
            {held.map((task) => (
                <li key={task.id} className="flex items-center gap-2">
                    {say('teacher.record.is-seen', {
                        title: task.title,
                        seen: task.releasedAt === null ? 'no' : 'yes',
                        others: othersAt(task),
                    })}
                    <Button
                        weight="quiet"
                        aria-label={say('teacher.record.release-of', {
                            title: task.title,
                            seen: task.releasedAt === null ? 'no' : 'yes',
                        })}
                        onClick={() => void put([task], task.releasedAt === null)}
                    >
                        {say('teacher.record.release', { seen: task.releasedAt === null ? 'no' : 'yes' })}
                    </Button>
                </li>
            ))}
        </ul>
    );
    return (
        <section aria-labelledby="released" className="print:hidden">
            <div className="flex flex-wrap items-center gap-3">
                <h2 id="released" className="text-base font-semibold">
                    {say('teacher.record.seen-by-students', { n: unseen.length })}
                </h2>
                {unseen.length > 1 && (
                    <Button onClick={() => void put(unseen, true)}>{say('teacher.record.release-all', { n: unseen.length })}</Button>
                )}
            </div>
            {held.length > AT_A_GLANCE ? (
                <Fold name="shown-task-by-task" heading={say('teacher.record.task-by-task')} open={false}>
                    {list}
                </Fold>
            ) : (
                list
            )}
            {error !== null && <Notice>{error}</Notice>}
        </section>
    );
}
