import { useQuery } from '@tanstack/react-query';
import { client, take } from '../api/client';
import type { Moment, Purpose, Terms } from '../api/types';
import { Button } from '../ui/Button';
import { Check, Field, Select } from '../ui/Field';
import { ShareField } from '../ui/ShareField';
import { say } from '../words/words';

const purposes: Record<Purpose, string> = {
    learn: say('teacher.terms-editor.learn-loop-until-right-help'),
    check: say('teacher.terms-editor.check-handed-in-whole-one'),
    starter: say('teacher.terms-editor.starter-two-tries-help-one'),
    'exit-check': say('teacher.terms-editor.exit-check-one-try-no'),
};

const moments: Record<Moment, string> = {
    'at-once': say('teacher.terms-editor.at-once'),
    'end-of-round': say('teacher.terms-editor.at-the-end-of-the'),
    'coming-back': say('teacher.terms-editor.on-coming-back'),
    'after-last-round': say('teacher.terms-editor.after-the-last-round'),
    'after-closing': say('teacher.terms-editor.after-closing'),
    'when-released': say('teacher.terms-editor.when-i-release-it'),
    never: say('teacher.terms-editor.never'),
};

const sights = {
    result: say('teacher.terms-editor.right-or-not'),
    score: say('teacher.terms-editor.score'),
    ownAnswer: say('teacher.terms-editor.own-answer'),
    rightAnswer: say('teacher.terms-editor.right-answer'),
    feedback: say('teacher.terms-editor.feedback'),
    explanation: say('teacher.terms-editor.explanation'),
    closing: say('teacher.terms-editor.closing-message'),
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
                label={say('teacher.terms-editor.purpose')}
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
                    <p className="font-semibold">{say('teacher.terms-editor.what-a-student-is-told')}</p>
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
                <summary className="text-sm font-semibold">{say('teacher.terms-editor.each-term')}</summary>
                <div className="mt-3 grid gap-3">
                    <div className="grid grid-cols-2 gap-3">
                        <Select
                            label={say('teacher.terms-editor.order')}
                            value={whole.order ?? 'set'}
                            onChange={(event) => put({ order: event.currentTarget.value as 'set' | 'any' })}
                        >
                            <option value="set">{say('teacher.terms-editor.as-set')}</option>
                            <option value="any">{say('teacher.terms-editor.any-with-an-overview')}</option>
                        </Select>
                        <Select
                            label={say('teacher.terms-editor.marked')}
                            value={whole.marking ?? 'as-one-goes'}
                            onChange={(event) => put({ marking: event.currentTarget.value as 'as-one-goes' | 'handed-in' })}
                        >
                            <option value="as-one-goes">{say('teacher.terms-editor.as-one-goes')}</option>
                            <option value="handed-in">{say('teacher.terms-editor.when-handed-in-whole')}</option>
                        </Select>
                        <Field
                            label={say('teacher.terms-editor.tries-empty-no-limit')}
                            type="number"
                            min={1}
                            max={20}
                            value={whole.tries ?? ''}
                            onChange={(event) => put({ tries: count(event.currentTarget.value) })}
                        />
                        <Field
                            label={say('teacher.terms-editor.points-left-at-each-try')}
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
                            label={say('teacher.terms-editor.after-a-slip')}
                            value={whole.afterSlip ?? 'same'}
                            onChange={(event) => put({ afterSlip: event.currentTarget.value as 'same' | 'alike' })}
                        >
                            <option value="same">{say('teacher.terms-editor.the-same-question-again')}</option>
                            <option value="alike">{say('teacher.terms-editor.an-alike-one-if-there')}</option>
                        </Select>
                        <Field
                            label={say('teacher.terms-editor.rounds-empty-no-limit')}
                            type="number"
                            min={1}
                            max={100}
                            value={whole.rounds?.limit ?? ''}
                            onChange={(event) => put({ rounds: { ...whole.rounds, limit: count(event.currentTarget.value) } })}
                        />
                        <Field
                            label={say('teacher.terms-editor.pause-between-rounds-minutes')}
                            type="number"
                            min={0}
                            value={whole.rounds?.pauseMinutes ?? 0}
                            onChange={(event) => put({ rounds: { ...whole.rounds, pauseMinutes: count(event.currentTarget.value) ?? 0 } })}
                        />
                        <Select
                            label={say('teacher.terms-editor.the-score-that-counts')}
                            value={whole.rounds?.counts ?? 'best'}
                            onChange={(event) =>
                                put({
                                    rounds: { ...whole.rounds, counts: event.currentTarget.value as 'best' | 'last' | 'first' | 'mean' },
                                })
                            }
                        >
                            <option value="best">{say('teacher.terms-editor.best-round')}</option>
                            <option value="last">{say('teacher.terms-editor.last-round')}</option>
                            <option value="first">{say('teacher.terms-editor.first-round')}</option>
                            <option value="mean">{say('teacher.terms-editor.mean-of-all')}</option>
                        </Select>
                        <Select
                            label={say('teacher.terms-editor.goal')}
                            value={whole.goal?.kind ?? 'none'}
                            onChange={(event) =>
                                put({
                                    goal: { kind: event.currentTarget.value as NonNullable<Terms['goal']>['kind'], rounds: 3, score: 0.8 },
                                })
                            }
                        >
                            <option value="none">{say('teacher.terms-editor.none')}</option>
                            <option value="rounds">{say('teacher.terms-editor.so-many-rounds')}</option>
                            <option value="perfect">{say('teacher.terms-editor.so-many-with-everything-right')}</option>
                            <option value="rounds-or-perfect">{say('teacher.terms-editor.so-many-rounds-or-a')}</option>
                            <option value="score">{say('teacher.terms-editor.a-share-of-the-points')}</option>
                        </Select>
                        {whole.goal?.kind === 'score' && (
                            <ShareField
                                label={say('teacher.terms-editor.points-to-reach')}
                                value={whole.goal.score ?? 0.8}
                                onChange={(score) => put({ goal: { ...whole.goal, kind: 'score', score } })}
                            />
                        )}
                        {whole.goal !== undefined && whole.goal.kind !== 'none' && whole.goal.kind !== 'score' && (
                            <Field
                                label={say('teacher.terms-editor.how-many-rounds')}
                                type="number"
                                min={1}
                                max={50}
                                value={whole.goal.rounds ?? 3}
                                onChange={(event) => {
                                    const rounds = count(event.currentTarget.value);
                                    if (rounds !== null && rounds <= 50 && whole.goal !== undefined) {
                                        put({ goal: { ...whole.goal, rounds } });
                                    }
                                }}
                            />
                        )}
                        <Field
                            label={say('teacher.terms-editor.seconds-for-a-question-empty')}
                            type="number"
                            min={1}
                            value={whole.seconds?.question ?? ''}
                            onChange={(event) => put({ seconds: { ...whole.seconds, question: count(event.currentTarget.value) } })}
                        />
                        <Field
                            label={say('teacher.terms-editor.minutes-for-a-round-empty')}
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
                        <Check
                            label={say('teacher.terms-editor.help-is-there')}
                            checked={whole.help ?? true}
                            onChange={(help) => put({ help })}
                        />
                        <Check
                            label={say('teacher.terms-editor.the-answer-is-shown-after')}
                            checked={whole.reveal ?? true}
                            onChange={(reveal) => put({ reveal })}
                        />
                        <Check
                            label={say('teacher.terms-editor.what-was-missed-comes-back')}
                            checked={whole.missedComeBack ?? true}
                            onChange={(missedComeBack) => put({ missedComeBack })}
                        />
                        <Check
                            label={say('teacher.terms-editor.students-may-ask-for-an')}
                            checked={whole.alikeOnRequest ?? true}
                            onChange={(alikeOnRequest) => put({ alikeOnRequest })}
                        />
                        <Check
                            label={say('teacher.terms-editor.options-in-random-order')}
                            checked={whole.mixOptions ?? false}
                            onChange={(mixOptions) => put({ mixOptions })}
                        />
                        <Check
                            label={say('teacher.terms-editor.stops-in-random-order')}
                            checked={whole.mixStops ?? false}
                            onChange={(mixStops) => put({ mixStops })}
                        />
                        <Check
                            label={say('teacher.terms-editor.a-slip-of-the-pen')}
                            checked={whole.almostCosts ?? false}
                            onChange={(almostCosts) => put({ almostCosts })}
                        />
                        <Check
                            label={say('teacher.terms-editor.half-is-enough-to-count')}
                            checked={(whole.enough ?? null) !== null}
                            onChange={(on) => put({ enough: on ? 0.5 : null })}
                        />
                        <Check
                            label={say('teacher.terms-editor.further-rounds-ask-only-what')}
                            checked={whole.rounds?.onlyMissed ?? false}
                            onChange={(onlyMissed) => put({ rounds: { ...whole.rounds, onlyMissed } })}
                        />
                    </div>
                    {quizzes.length > 0 && <Gates gates={whole.gates ?? []} quizzes={quizzes} onChange={(gates) => put({ gates })} />}
                    <fieldset className="grid grid-cols-2 gap-3">
                        <legend className="mb-1 text-sm font-semibold">{say('teacher.terms-editor.students-see')}</legend>
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

type Gate = NonNullable<Terms['gates']>[number];

/** What opens a task: other quizzes, each mastered or with a share of the points reached. */
function Gates({
    gates,
    quizzes,
    onChange,
}: {
    gates: Gate[];
    quizzes: { id: string; title: string }[];
    onChange: (gates: Gate[]) => void;
}) {
    const left = quizzes.filter((quiz) => gates.every((gate) => gate.quiz !== quiz.id));
    const at = (index: number, gate: Gate) => onChange(gates.map((one, place) => (place === index ? gate : one)));
    return (
        <fieldset className="grid gap-2">
            <legend className="mb-1 text-sm font-semibold">{say('teacher.terms-editor.what-opens-it')}</legend>
            {gates.map((gate, index) => {
                const title = quizzes.find((quiz) => quiz.id === gate.quiz)?.title ?? say('teacher.terms-editor.another-quiz');
                return (
                    <div key={gate.quiz} className="flex flex-wrap items-end gap-3">
                        <span className="min-w-40 flex-1 pb-2">{title}</span>
                        <Select
                            label={say('teacher.terms-editor.how-far-in', { title })}
                            hideLabel
                            value={gate.score == null ? 'mastered' : 'score'}
                            onChange={(event) => at(index, { quiz: gate.quiz, score: event.currentTarget.value === 'score' ? 0.8 : null })}
                        >
                            <option value="mastered">{say('teacher.terms-editor.mastered')}</option>
                            <option value="score">{say('teacher.terms-editor.a-share-of-the-points')}</option>
                        </Select>
                        {gate.score != null && (
                            <ShareField
                                label={say('teacher.terms-editor.points-to-reach')}
                                value={gate.score}
                                onChange={(score) => at(index, { quiz: gate.quiz, score })}
                            />
                        )}
                        <Button
                            weight="quiet"
                            className="min-h-[42px]"
                            aria-label={say('teacher.terms-editor.without', { title })}
                            onClick={() => onChange(gates.filter((one) => one.quiz !== gate.quiz))}
                        >
                            {say('teacher.terms-editor.take-away')}
                        </Button>
                    </div>
                );
            })}
            {left.length > 0 && (
                <Select
                    label={say('teacher.terms-editor.it-opens-when-this-is')}
                    value=""
                    onChange={(event) => onChange([...gates, { quiz: event.currentTarget.value, score: null }])}
                >
                    <option value="">
                        {gates.length === 0 ? say('teacher.terms-editor.nothing-it-is-open') : say('teacher.terms-editor.nothing-else')}
                    </option>
                    {left.map((quiz) => (
                        <option key={quiz.id} value={quiz.id}>
                            {quiz.title}
                        </option>
                    ))}
                </Select>
            )}
        </fieldset>
    );
}
