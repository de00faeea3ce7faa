import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { client, sentence, take } from '../../api/client';
import { Field } from '../../ui/Field';
import { MadeFile } from '../../ui/MadeFile';
import { Notice } from '../../ui/Notice';
import { useSettled } from '../../ui/useSettled';
import { say } from '../../words/words';

/** Letters from which on it is looked. */
const ENOUGH = 2;

/** Finds a student of the school, and has everything made into an archive that is kept about that one. */
export function OnePerson() {
    const [typed, setTyped] = useState('');
    const named = useSettled(typed.trim(), 300);
    const found = useQuery({
        queryKey: ['school-students', named],
        queryFn: () => take(client.GET('/school/students', { params: { query: { named } } })),
        enabled: named.length >= ENOUGH,
    });
    const students = named.length < ENOUGH ? undefined : found.data;
    return (
        <section aria-labelledby="one-person" className="grid gap-3">
            <h2 id="one-person" className="text-xl">
                {say('teacher.one-person.kept-about')}
            </h2>
            <Field
                label={say('teacher.one-person.name-or-number')}
                hint={say('teacher.one-person.what-is-in-it')}
                type="search"
                dir="auto"
                maxLength={100}
                value={typed}
                onChange={(event) => setTyped(event.currentTarget.value)}
            />
            {found.error !== null && named.length >= ENOUGH && <Notice>{sentence(found.error)}</Notice>}
            {students?.length === 0 && <p className="text-sm">{say('teacher.one-person.nobody')}</p>}
            <ul>
                {students?.map(({ id, name, number, classes }) => (
                    <li key={id} className="border-b border-line py-2">
                        <p dir="auto" className="font-semibold break-words">
                            {name}
                        </p>
                        <p className="text-sm text-soft">
                            {classes
                                .map((group) => say('teacher.one-person.in-class', { name: group.name, teacher: group.teacher }))
                                .join(' · ')}
                            {number !== null && ` ${number}`}
                        </p>
                        <div className="mt-1 flex flex-wrap gap-2">
                            <MadeFile
                                weight="plain"
                                words={say('teacher.one-person.archive')}
                                label={say('teacher.one-person.archive-of', { name })}
                                ask={() => take(client.POST('/school/students/{student}/exports', { params: { path: { student: id } } }))}
                            />
                        </div>
                    </li>
                ))}
            </ul>
        </section>
    );
}
