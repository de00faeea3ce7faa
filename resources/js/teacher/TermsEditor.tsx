import { useQuery } from '@tanstack/react-query';
import { client, take } from '../api/client';
import type { Moment, Purpose, Terms } from '../api/types';
import { Check, Field, Select } from '../ui/Field';

const purposes: Record<Purpose, string> = {
    learn: 'Learn: loop until right, help welcome, no clock',
    check: 'Check: handed in whole, one try, no help',
    starter: 'Starter: two tries, help, one round',
    'exit-check': 'Exit check: one try, no help, answers at the end',
};

const moments: Record<Moment, string> = {
    'at-once': 'at once',
    'end-of-round': 'at the end of the round',
    'coming-back': 'on coming back',
    'after-last-round': 'after the last round',
    'after-closing': 'after closing',
    'when-released': 'when I release it',
    never: 'never',
};

const sights = {
    result: 'Right or not',
    score: 'Score',
    ownAnswer: 'Own answer',
    rightAnswer: 'Right answer',
    feedback: 'Feedback',
    explanation: 'Explanation',
    closing: 'Closing message',
} as const;

/** A number from a field, or nothing when it is empty. */
function count(text: string): number | null {
    return text.trim() === '' ? null : Number(text);
}

/** How a quiz is given: a purpose, its terms one by one, and what they mean for a student in plain words. */
export function TermsEditor({
    terms,
    quizzes = [],
    onChange,
}: {
    terms: Terms;
    quizzes?: { id: string; title: string }[];
    onChange: (terms: Terms) => void;
}) {
    const key = JSON.stringify(terms);
    const told = useQuery({
        queryKey: ['terms', key],
        queryFn: () => take(client.POST('/terms', { body: terms })),
        placeholderData: (before) => before,
    });
    const whole = { ...told.data?.terms, ...terms };
    const put = (changes: Terms) => onChange({ ...terms, ...changes });
    return (
        <div className="grid gap-4">
            <Select
                label="Purpose"
                value={terms.purpose ?? 'learn'}
                // What opens the task is no matter of its purpose, and stays.
                onChange={(event) =>
                    onChange({
                        purpose: event.currentTarget.value as Purpose,
                        ...(terms.gates === undefined ? {} : { gates: terms.gates }),
                    })
                }
            >
                {(Object.keys(purposes) as Purpose[]).map((purpose) => (
                    <option key={purpose} value={purpose}>
                        {purposes[purpose]}
                    </option>
                ))}
            </Select>
            {told.data !== undefined && (
                <div className="rounded-md border-l-4 border-rail bg-sheet px-3 py-2 text-sm">
                    <p className="font-semibold">What a student is told</p>
                    {told.data.sentences.map((sentence) => (
                        <p key={sentence}>{sentence}</p>
                    ))}
                    {told.data.consequences.map((sentence) => (
                        <p key={sentence} className="mt-1 text-yet">
                            {sentence}
                        </p>
                    ))}
                </div>
            )}
            {told.error !== null && <p className="text-sm font-semibold text-accent">{told.error.message}</p>}
            <details>
                <summary className="text-sm font-semibold">Each term</summary>
                <div className="mt-3 grid gap-3">
                    <div className="grid grid-cols-2 gap-3">
                        <Select
                            label="Order"
                            value={whole.order ?? 'set'}
                            onChange={(event) => put({ order: event.currentTarget.value as 'set' | 'any' })}
                        >
                            <option value="set">as set</option>
                            <option value="any">any, with an overview</option>
                        </Select>
                        <Select
                            label="Marked"
                            value={whole.marking ?? 'as-one-goes'}
                            onChange={(event) => put({ marking: event.currentTarget.value as 'as-one-goes' | 'handed-in' })}
                        >
                            <option value="as-one-goes">as one goes</option>
                            <option value="handed-in">when handed in whole</option>
                        </Select>
                        <Field
                            label="Tries (empty: no limit)"
                            type="number"
                            min={1}
                            max={20}
                            value={whole.tries ?? ''}
                            onChange={(event) => put({ tries: count(event.currentTarget.value) })}
                        />
                        <Field
                            label="Points left at each try, %"
                            defaultValue={(whole.shares ?? [1]).map((share) => share * 100).join(' ')}
                            key={(whole.shares ?? [1]).join()}
                            onBlur={(event) => {
                                const shares = event.currentTarget.value
                                    .split(/[\s,;%]+/)
                                    .filter((text) => text !== '')
                                    .map((text) => Number(text) / 100);
                                // Emptied, each try has all the points.
                                if (shares.every((share) => share >= 0 && share <= 1)) {
                                    put({ shares: shares.length === 0 ? [1] : shares });
                                }
                            }}
                        />
                        <Select
                            label="After a slip"
                            value={whole.afterSlip ?? 'same'}
                            onChange={(event) => put({ afterSlip: event.currentTarget.value as 'same' | 'alike' })}
                        >
                            <option value="same">the same question again</option>
                            <option value="alike">an alike one, if there is one</option>
                        </Select>
                        <Field
                            label="Rounds (empty: no limit)"
                            type="number"
                            min={1}
                            max={100}
                            value={whole.rounds?.limit ?? ''}
                            onChange={(event) => put({ rounds: { ...whole.rounds, limit: count(event.currentTarget.value) } })}
                        />
                        <Field
                            label="Pause between rounds, minutes"
                            type="number"
                            min={0}
                            value={whole.rounds?.pauseMinutes ?? 0}
                            onChange={(event) => put({ rounds: { ...whole.rounds, pauseMinutes: count(event.currentTarget.value) ?? 0 } })}
                        />
                        <Select
                            label="The score that counts"
                            value={whole.rounds?.counts ?? 'best'}
                            onChange={(event) =>
                                put({
                                    rounds: { ...whole.rounds, counts: event.currentTarget.value as 'best' | 'last' | 'first' | 'mean' },
                                })
                            }
                        >
                            <option value="best">best round</option>
                            <option value="last">last round</option>
                            <option value="first">first round</option>
                            <option value="mean">mean of all</option>
                        </Select>
                        <Select
                            label="Goal"
                            value={whole.goal?.kind ?? 'none'}
                            onChange={(event) =>
                                put({
                                    goal: { kind: event.currentTarget.value as NonNullable<Terms['goal']>['kind'], rounds: 3, score: 0.8 },
                                })
                            }
                        >
                            <option value="none">none</option>
                            <option value="rounds">so many rounds</option>
                            <option value="perfect">so many with everything right</option>
                            <option value="rounds-or-perfect">so many rounds, or a perfect one</option>
                            <option value="score">80 % of the points</option>
                        </Select>
                        <Field
                            label="Seconds for a question (empty: no clock)"
                            type="number"
                            min={1}
                            value={whole.seconds?.question ?? ''}
                            onChange={(event) => put({ seconds: { ...whole.seconds, question: count(event.currentTarget.value) } })}
                        />
                        <Field
                            label="Minutes for a round (empty: no clock)"
                            type="number"
                            min={1}
                            value={whole.seconds?.round == null ? '' : whole.seconds.round / 60}
                            onChange={(event) => {
                                const minutes = count(event.currentTarget.value);
                                put({ seconds: { ...whole.seconds, round: minutes === null ? null : Math.round(minutes * 60) } });
                            }}
                        />
                    </div>
                    <div className="flex flex-wrap gap-x-5 gap-y-2">
                        <Check label="Help is there" checked={whole.help ?? true} onChange={(help) => put({ help })} />
                        <Check
                            label="The answer is shown after the last try"
                            checked={whole.reveal ?? true}
                            onChange={(reveal) => put({ reveal })}
                        />
                        <Check
                            label="What was missed comes back after handing in"
                            checked={whole.missedComeBack ?? true}
                            onChange={(missedComeBack) => put({ missedComeBack })}
                        />
                        <Check
                            label="Students may ask for an alike question"
                            checked={whole.alikeOnRequest ?? true}
                            onChange={(alikeOnRequest) => put({ alikeOnRequest })}
                        />
                        <Check
                            label="Options in random order"
                            checked={whole.mixOptions ?? false}
                            onChange={(mixOptions) => put({ mixOptions })}
                        />
                        <Check label="Stops in random order" checked={whole.mixStops ?? false} onChange={(mixStops) => put({ mixStops })} />
                        <Check
                            label="A slip of the pen costs a try"
                            checked={whole.almostCosts ?? false}
                            onChange={(almostCosts) => put({ almostCosts })}
                        />
                        <Check
                            label="Half is enough to count as right"
                            checked={(whole.enough ?? null) !== null}
                            onChange={(on) => put({ enough: on ? 0.5 : null })}
                        />
                        <Check
                            label="Further rounds ask only what was missed"
                            checked={whole.rounds?.onlyMissed ?? false}
                            onChange={(onlyMissed) => put({ rounds: { ...whole.rounds, onlyMissed } })}
                        />
                    </div>
                    {quizzes.length > 0 && (
                        <Select
                            label="It opens when this is mastered"
                            value={whole.gates?.[0] ?? ''}
                            onChange={(event) => put({ gates: event.currentTarget.value === '' ? [] : [event.currentTarget.value] })}
                        >
                            <option value="">nothing: it is open</option>
                            {quizzes.map((quiz) => (
                                <option key={quiz.id} value={quiz.id}>
                                    {quiz.title}
                                </option>
                            ))}
                        </Select>
                    )}
                    <fieldset className="grid grid-cols-2 gap-3">
                        <legend className="mb-1 text-sm font-semibold">Students see</legend>
                        {(Object.keys(sights) as (keyof typeof sights)[]).map((sight) => (
                            <Select
                                key={sight}
                                label={sights[sight]}
                                value={whole.seen?.[sight] ?? 'at-once'}
                                onChange={(event) => put({ seen: { ...whole.seen, [sight]: event.currentTarget.value as Moment } })}
                            >
                                {(Object.keys(moments) as Moment[]).map((moment) => (
                                    <option key={moment} value={moment}>
                                        {moments[moment]}
                                    </option>
                                ))}
                            </Select>
                        ))}
                    </fieldset>
                </div>
            </details>
        </div>
    );
}
