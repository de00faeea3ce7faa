import { useQuery } from '@tanstack/react-query';
import { type FormEvent, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { client, sentence, take } from '../../api/client';
import { Button } from '../../ui/Button';
import { Field } from '../../ui/Field';
import { Notice } from '../../ui/Notice';
import { say } from '../../words/words';
import { Page } from '../Navigation';

/** All classes of the teacher. */
export function ClassesPage() {
    const classes = useQuery({ queryKey: ['classes'], queryFn: () => take(client.GET('/classes')) });
    const [name, setName] = useState('');
    const [error, setError] = useState<string | null>(null);
    const navigate = useNavigate();
    const make = async (event: FormEvent) => {
        event.preventDefault();
        try {
            const made = await take(client.POST('/classes', { body: { name } }));
            await navigate(`/classes/${made.id}`);
        } catch (problem) {
            setError(sentence(problem));
        }
    };
    return (
        <Page title={say('teacher.classes.classes')}>
            <form className="mb-8 flex flex-wrap items-end gap-3" onSubmit={(event) => void make(event)}>
                <div className="min-w-64 flex-1">
                    <Field
                        label={say('teacher.classes.name-of-a-new-class')}
                        placeholder={say('teacher.classes.for-example-year-8-geography')}
                        value={name}
                        maxLength={120}
                        required
                        onChange={(event) => setName(event.currentTarget.value)}
                    />
                </div>
                <Button type="submit" weight="main" className="min-h-[42px]" disabled={name.trim() === ''}>
                    {say('teacher.classes.make-a-class')}
                </Button>
            </form>
            {error !== null && <Notice>{error}</Notice>}
            {classes.data?.length === 0 && <p className="text-soft">{say('teacher.classes.you-have-no-class-yet')}</p>}
            <ul className="grid gap-2">
                {classes.data?.map((group) => (
                    <li key={group.id}>
                        <Link
                            to={`/classes/${group.id}`}
                            className="flex flex-wrap items-baseline gap-x-6 rounded-lg border border-line bg-sheet px-4 py-3 hover:border-ink"
                        >
                            <span className="flex-1 font-display text-lg">{group.name}</span>
                            <span className="text-sm">{say('teacher.classes.students', { students: group.students })}</span>
                            <span className="text-sm">{say('teacher.classes.tasks', { tasks: group.tasks })}</span>
                            <span className="min-w-44 text-right text-sm text-soft">{group.phrase}</span>
                        </Link>
                    </li>
                ))}
            </ul>
        </Page>
    );
}
