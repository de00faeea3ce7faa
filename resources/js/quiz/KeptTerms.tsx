import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { client, take } from '../api/client';
import type { Terms } from '../api/types';
import { Button } from '../ui/Button';
import { Field } from '../ui/Field';
import { Notice } from '../ui/Notice';
import { useAttempt } from '../ui/useAttempt';
import { say } from '../words/words';

/** Sets of terms that the teacher keeps under names. */
export function useKeptTerms() {
    return useQuery({ queryKey: ['kept-terms'], queryFn: () => take(client.GET('/kept-terms')) });
}

/** Keeps terms under a name, to be chosen beside the purposes from then on. */
export function KeptTerms({ terms }: { terms: Terms }) {
    const kept = useKeptTerms();
    const [name, setName] = useState('');
    const { error, attempt } = useAttempt('kept-terms');
    const isThere = kept.data?.some((one) => one.name === name.trim()) === true;
    const keep = () =>
        attempt(async () => {
            await take(client.POST('/kept-terms', { body: { name: name.trim(), terms } }));
            setName('');
        });
    return (
        <fieldset className="grid gap-2 border-t border-line pt-3">
            <legend className="pr-2 text-sm font-semibold text-soft">{say('teacher.terms-editor.under-a-name')}</legend>
            <div className="flex flex-wrap items-end gap-2">
                <div className="min-w-56 flex-1">
                    <Field
                        label={say('teacher.terms-editor.keep-these-as')}
                        maxLength={60}
                        value={name}
                        onChange={(event) => setName(event.currentTarget.value)}
                        onKeyDown={(event) => {
                            // It stands in a form that gives the task out.
                            if (event.key === 'Enter') {
                                event.preventDefault();
                                if (name.trim() !== '') {
                                    void keep();
                                }
                            }
                        }}
                    />
                </div>
                <Button className="min-h-[42px]" disabled={name.trim() === ''} onClick={() => void keep()}>
                    {isThere ? say('teacher.terms-editor.keep-in-its-place') : say('teacher.terms-editor.keep')}
                </Button>
            </div>
            {error !== null && <Notice>{error}</Notice>}
            {kept.data !== undefined && kept.data.length > 0 && (
                <ul className="grid text-sm">
                    {kept.data.map((one) => (
                        <li key={one.id} className="flex items-center gap-2">
                            <span className="flex-1">{one.name}</span>
                            <Button
                                weight="quiet"
                                aria-label={say('teacher.terms-editor.without', { title: one.name })}
                                onClick={() =>
                                    void attempt(() => take(client.DELETE('/kept-terms/{kept}', { params: { path: { kept: one.id } } })))
                                }
                            >
                                {say('teacher.terms-editor.take-away')}
                            </Button>
                        </li>
                    ))}
                </ul>
            )}
        </fieldset>
    );
}
