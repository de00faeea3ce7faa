import { useQuery, useQueryClient } from '@tanstack/react-query';
import { type FormEvent, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { client, sentence, take } from '../../api/client';
import type { Task } from '../../api/types';
import { Button, buttonClass } from '../../ui/Button';
import { Check, Field, Select } from '../../ui/Field';
import { Notice } from '../../ui/Notice';
import { useAttempt } from '../../ui/useAttempt';
import { say } from '../../words/words';
import { Exceptions } from './Exceptions';
import { membersOf, sent } from './members';
import { ShareTask } from './ShareTask';
import { SomeStudents } from './SomeStudents';
import { TaskFields } from './TaskFields';

type Change = Parameters<typeof sent>[0];

interface Props {
    task: Task;
    /** Whether names may be seen. */
    names: boolean;
    onChange: (body: object) => Promise<boolean>;
}

/** When a task is open and how one comes in, from now on; given once more; taken back. */
export function TaskSettings({ task, names, onChange }: Props) {
    const [members, setMembers] = useState<Change>(() => membersOf(task));
    const [kept, setKept] = useState(false);
    const [together, setTogether] = useState(false);
    const isChanged = JSON.stringify(members) !== JSON.stringify(membersOf(task));
    const save = (event: FormEvent) => {
        event.preventDefault();
        void onChange({ ...sent(members), together }).then(setKept);
    };
    return (
        <div className="mt-3 grid gap-5">
            {task.waysIn.length === 0 && <Notice>{say('teacher.give.nobody-can-join')}</Notice>}
            {task.link !== null && <ShareTask title={task.title} link={task.link} dueAt={task.dueAt} note={task.note} />}
            <form className="grid max-w-3xl gap-4" onSubmit={save}>
                <Field
                    label={say('teacher.give.due')}
                    type="datetime-local"
                    value={members.dueAt}
                    onChange={(event) => setMembers({ ...members, dueAt: event.currentTarget.value })}
                />
                <TaskFields members={members} onChange={setMembers} suggests={task.wayIn} hasNames />
                {task.givenTogether && <Check label={say('teacher.give.for-all-classes')} checked={together} onChange={setTogether} />}
                <div className="flex flex-wrap items-center gap-3">
                    <Button type="submit" weight="main" disabled={!isChanged}>
                        {say('teacher.give.keep-this')}
                    </Button>
                    {kept && !isChanged && <p className="text-sm">{say('teacher.give.it-is-kept')}</p>}
                </div>
            </form>
            {names && task.audience === 'students' && task.class !== null && <ForWhom task={task} group={task.class.id} />}
            {names && <Exceptions task={task} />}
            <div className="flex flex-wrap items-end gap-6 border-t border-line pt-4">
                <GiveAgain task={task} />
                <Link className={`${buttonClass()} min-h-[42px]`} to={`/tasks/${task.id}/sheets`}>
                    {say('teacher.sheets.on-paper')}
                </Link>
                <Button onClick={() => void onChange({ takenBack: task.state !== 'taken-back', together })}>
                    {task.state === 'taken-back' ? say('teacher.give.give-it-again-after-all') : say('teacher.give.take-it-back')}
                </Button>
            </div>
        </div>
    );
}

/** For which students of the class it is; who is left out keeps what they did. */
function ForWhom({ task, group }: { task: Task; group: string }) {
    const [chosen, setChosen] = useState(task.named);
    const { error, attempt } = useAttempt('task', 'lookout');
    const isChanged = [...chosen].sort().join() !== [...task.named].sort().join();
    return (
        <div className="grid max-w-3xl gap-2 border-t border-line pt-4">
            <SomeStudents group={group} chosen={chosen} onChange={setChosen} />
            <Button
                className="w-fit"
                disabled={!isChanged || chosen.length === 0}
                onClick={() =>
                    void attempt(() =>
                        take(client.PUT('/tasks/{task}/students', { params: { path: { task: task.id } }, body: { students: chosen } })),
                    )
                }
            >
                {say('teacher.give.save-students')}
            </Button>
            {error !== null && <Notice>{error}</Notice>}
        </div>
    );
}

/** The same for another class, with its times moved along. */
function GiveAgain({ task }: { task: Task }) {
    const classes = useQuery({ queryKey: ['classes'], queryFn: () => take(client.GET('/classes')) });
    const [to, setTo] = useState('');
    const [days, setDays] = useState(7);
    const [error, setError] = useState<string | null>(null);
    const navigate = useNavigate();
    const queries = useQueryClient();
    const give = async (event: FormEvent) => {
        event.preventDefault();
        setError(null);
        try {
            const made = await take(
                client.POST('/tasks/{task}/again', { params: { path: { task: task.id } }, body: { classes: [to], days } }),
            );
            await queries.invalidateQueries({ queryKey: ['class'] });
            await navigate(`/tasks/${made[0]?.id ?? task.id}`);
        } catch (problem) {
            setError(sentence(problem));
        }
    };
    return (
        <form className="flex flex-wrap items-end gap-3" onSubmit={(event) => void give(event)}>
            <Select label={say('teacher.give.the-same-for')} value={to} required onChange={(event) => setTo(event.currentTarget.value)}>
                <option value="">{say('teacher.roster.choose-a-class')}</option>
                {classes.data
                    ?.filter((group) => group.archivedAt === null)
                    .map((group) => (
                        <option key={group.id} value={group.id}>
                            {group.name}
                        </option>
                    ))}
            </Select>
            <Field
                label={say('teacher.give.days-later')}
                type="number"
                className="max-w-28"
                value={days}
                min={-3700}
                max={3700}
                onChange={(event) => setDays(Math.round(Number(event.currentTarget.value)))}
            />
            <Button type="submit" className="min-h-[42px]" disabled={to === ''}>
                {say('teacher.give.give-the-same')}
            </Button>
            {error !== null && <Notice>{error}</Notice>}
        </form>
    );
}
