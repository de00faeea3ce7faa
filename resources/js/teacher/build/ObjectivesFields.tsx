import { useQuery, useQueryClient } from '@tanstack/react-query';
import { X } from 'lucide-react';
import { useState } from 'react';
import { client, sentence, take } from '../../api/client';
import type { KeptObjective, QuizDocument } from '../../api/types';
import { Button } from '../../ui/Button';
import { Check, inputClass, Select } from '../../ui/Field';
import { Notice } from '../../ui/Notice';
import { ulid } from '../../ui/ulid';
import { say } from '../../words/words';

type Objective = NonNullable<QuizDocument['objectives']>[number];

interface Props {
    document: QuizDocument;
    change: (document: QuizDocument) => void;
}

const isSame = (a: { text: string; code?: string }, b: { text: string; code?: string }) =>
    a.text.trim() === b.text.trim() && (a.code ?? '').trim() === (b.code ?? '').trim();

/** What students are to be able to do, with a curriculum's code, taken from the list that the teacher keeps or written here. */
export function ObjectivesFields({ document, change }: Props) {
    const objectives = document.objectives ?? [];
    const { kept, keep, error } = useKept();
    const set = (next: Objective[]) => change({ ...document, objectives: next });
    const put = (objective: Objective) => set(objectives.map((other) => (other.id === objective.id ? objective : other)));
    const missing = objectives.filter((one) => one.text.trim() !== '' && !kept.some((other) => isSame(one, other)));
    const others = kept.filter((one) => !objectives.some((other) => isSame(one, other)));
    return (
        <fieldset className="grid gap-2">
            <legend className="mb-1 text-sm font-semibold">{say('build.objectives.legend')}</legend>
            {objectives.map((one, index) => (
                <div key={one.id} className="grid grid-cols-[1fr_6rem_auto] items-center gap-x-2 gap-y-1">
                    <input
                        className={inputClass}
                        aria-label={say('build.objectives.words', { number: index + 1 })}
                        value={one.text}
                        maxLength={500}
                        onChange={(event) => put({ ...one, text: event.currentTarget.value })}
                    />
                    <input
                        className={inputClass}
                        aria-label={say('build.objectives.code', { number: index + 1 })}
                        placeholder={say('build.objectives.a-code')}
                        value={one.code ?? ''}
                        maxLength={500}
                        onChange={(event) => put({ ...one, code: event.currentTarget.value })}
                    />
                    <Remove name={one.text} onClick={() => set(objectives.filter((other) => other.id !== one.id))} />
                    <div className="col-span-3">
                        <Check
                            label={say('build.objectives.students-see-it')}
                            checked={one.shown ?? false}
                            onChange={(shown) => put({ ...one, shown })}
                        />
                    </div>
                </div>
            ))}
            <div className="flex flex-wrap items-center gap-2">
                <Button onClick={() => set([...objectives, { id: ulid(), text: '' }])}>{say('build.whole-quiz.add-an-objective')}</Button>
                {others.length > 0 && (
                    <Select
                        label={say('build.objectives.from-your-list')}
                        hideLabel
                        value=""
                        onChange={(event) => {
                            const one = others[Number(event.currentTarget.value)];
                            if (one !== undefined) {
                                set([...objectives, { id: ulid(), text: one.text, ...(one.code === '' ? {} : { code: one.code }) }]);
                            }
                        }}
                    >
                        <option value="">{say('build.objectives.from-your-list')}</option>
                        {units(others).map((unit) => (
                            <optgroup key={unit} label={unit === '' ? say('build.objectives.without-a-unit') : unit}>
                                {others.map(
                                    (one, index) =>
                                        one.unit === unit && (
                                            <option key={`${one.code} ${one.text}`} value={index}>
                                                {`${one.code} ${one.text}`.trim()}
                                            </option>
                                        ),
                                )}
                            </optgroup>
                        ))}
                    </Select>
                )}
                {missing.length > 0 && (
                    <Button
                        weight="quiet"
                        className="px-0"
                        onClick={() =>
                            void keep([
                                ...kept,
                                ...missing.map(({ text, code = '' }) => ({
                                    unit: document.unit ?? '',
                                    code: code.trim(),
                                    text: text.trim(),
                                })),
                            ])
                        }
                    >
                        {say('build.objectives.keep', { count: missing.length, unit: document.unit || 'none' })}
                    </Button>
                )}
            </div>
            {kept.length > 0 && <OwnList kept={kept} keep={keep} />}
            {error !== null && <Notice>{error}</Notice>}
        </fieldset>
    );
}

/** The list that the teacher keeps, by unit; changed there, it changes for quizzes that are made from now on. */
function OwnList({ kept, keep }: { kept: KeptObjective[]; keep: (next: KeptObjective[]) => Promise<void> }) {
    return (
        <details className="text-sm">
            <summary className="text-soft">{say('build.objectives.your-list', { count: kept.length })}</summary>
            <div className="mt-2 grid gap-3">
                {units(kept).map((unit) => (
                    <section key={unit}>
                        <h3 className="font-semibold">{unit === '' ? say('build.objectives.without-a-unit') : unit}</h3>
                        <ul>
                            {kept
                                .filter((one) => one.unit === unit)
                                .map((one) => (
                                    <li key={`${one.code} ${one.text}`} className="flex items-center gap-2">
                                        <span className="min-w-0 flex-1">{`${one.code} ${one.text}`.trim()}</span>
                                        <Remove name={one.text} onClick={() => void keep(kept.filter((other) => other !== one))} />
                                    </li>
                                ))}
                        </ul>
                    </section>
                ))}
            </div>
        </details>
    );
}

function Remove({ name, onClick }: { name: string; onClick: () => void }) {
    return (
        <button
            type="button"
            className="grid size-9 shrink-0 place-items-center rounded-md hover:bg-tint"
            aria-label={say('build.whole-quiz.remove', { it: name || 'it' })}
            onClick={onClick}
        >
            <X size={16} aria-hidden="true" />
        </button>
    );
}

const units = (some: KeptObjective[]) => [...new Set(some.map(({ unit }) => unit))];

/** The teacher's own list, and a way to change it. */
function useKept() {
    const queries = useQueryClient();
    const account = useQuery({ queryKey: ['teacher'], queryFn: () => take(client.GET('/teacher')) });
    const [error, setError] = useState<string | null>(null);
    const keep = async (objectives: KeptObjective[]) => {
        setError(null);
        try {
            await take(client.PUT('/teacher/objectives', { body: { objectives } }));
            await queries.invalidateQueries({ queryKey: ['teacher'] });
        } catch (problem) {
            setError(sentence(problem));
        }
    };
    return { kept: account.data?.objectives ?? [], keep, error };
}
