import { useQuery } from '@tanstack/react-query';
import { useId } from 'react';
import { client, take } from '../../api/client';
import type { WayIn } from '../../api/types';
import type { TaskMembers } from '../../quiz/giving';
import { Check, Field, Select, Text } from '../../ui/Field';
import { say } from '../../words/words';
import { waysIn } from './members';

interface Props {
    members: TaskMembers;
    onChange: (members: TaskMembers) => void;
    /** Which way in its purpose suggests. */
    suggests: WayIn;
    /** Whether anybody is on a list by whose name one could come in. */
    hasNames: boolean;
}

/** When a task opens and closes, how one comes in, and what it is in the record: none of it needed. */
export function TaskFields({ members, onChange, suggests, hasNames }: Props) {
    const put = (some: Partial<TaskMembers>) => onChange({ ...members, ...some });
    const units = useQuery({ queryKey: ['units'], queryFn: () => take(client.GET('/units')) });
    const list = useId();
    const time = (member: 'opensAt' | 'closesAt', label: string, hint: string) => (
        <Field
            label={label}
            hint={hint}
            type="datetime-local"
            value={members[member]}
            onChange={(event) => put({ [member]: event.currentTarget.value })}
        />
    );
    return (
        <div className="grid gap-4">
            <div className="grid gap-3 sm:grid-cols-2">
                {time('opensAt', say('teacher.give.opens'), say('teacher.give.empty-at-once'))}
                {time('closesAt', say('teacher.give.closes'), say('teacher.give.empty-stays-open'))}
                <Select
                    label={say('teacher.give.how-students-come-in')}
                    value={members.wayIn ?? suggests}
                    onChange={(event) => put({ wayIn: event.currentTarget.value as WayIn })}
                >
                    {(Object.keys(waysIn) as WayIn[]).map((way) => (
                        <option key={way} value={way} disabled={!hasNames && (way === 'secret' || way === 'name')}>
                            {waysIn[way]}
                        </option>
                    ))}
                </Select>
                <Field
                    label={say('teacher.give.password')}
                    hint={say('teacher.give.asked-before-the-first-round')}
                    maxLength={60}
                    autoComplete="off"
                    value={members.password}
                    onChange={(event) => put({ password: event.currentTarget.value })}
                />
                <Field
                    label={say('teacher.give.unit')}
                    list={list}
                    maxLength={120}
                    value={members.unit}
                    onChange={(event) => put({ unit: event.currentTarget.value })}
                />
                <Field
                    label={say('teacher.give.weight')}
                    hint={say('teacher.give.zero-counts-nothing')}
                    type="number"
                    min={0}
                    max={100}
                    step="any"
                    value={members.weight}
                    onChange={(event) => {
                        const weight = Number(event.currentTarget.value);
                        if (weight >= 0 && weight <= 100) {
                            put({ weight });
                        }
                    }}
                />
                <datalist id={list}>
                    {units.data?.map((unit) => (
                        <option key={unit} value={unit} />
                    ))}
                </datalist>
            </div>
            <Check label={say('teacher.give.optional')} checked={members.optional} onChange={(optional) => put({ optional })} />
            <Text
                label={say('teacher.give.a-note-to-students')}
                maxLength={500}
                value={members.note}
                onChange={(event) => put({ note: event.currentTarget.value })}
            />
        </div>
    );
}
