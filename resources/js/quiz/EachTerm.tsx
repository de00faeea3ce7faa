import type { ReactNode } from 'react';
import type { Terms, TermsTold } from '../api/types';
import { Button } from '../ui/Button';
import { Check, Field, Select } from '../ui/Field';
import { ParsedField } from '../ui/ParsedField';
import { ShareField } from '../ui/ShareField';
import { WholeField } from '../ui/WholeField';
import { say } from '../words/words';
import { Gates } from './Gates';
import { KeptTerms } from './KeptTerms';
import { useToldTerms } from './PurposeChoice';
import { SeenWhen } from './SeenWhen';

/** A number from a field, or nothing when it is empty. */
function count(text: string): number | null {
    return text.trim() === '' ? null : Number(text);
}

interface Props {
    terms: Terms;
    /** Quizzes that can open the task. */
    quizzes?: { id: string; title: string }[];
    /** Whether the task has a closing time, where that is known. */
    closes?: boolean | undefined;
    onChange: (terms: Terms) => void;
}

type Told = TermsTold['groups'][keyof TermsTold['groups']];

interface GroupProps {
    whole: Terms;
    told: Told | undefined;
    put: (changes: Terms) => void;
}

/** The terms one by one, in groups: those that have a meaning under the others. */
export function EachTerm({ terms, quizzes = [], closes, onChange }: Props) {
    const told = useToldTerms(terms, closes);
    const groups = told.data?.groups;
    const whole = { ...told.data?.terms, ...terms };
    const put = (changes: Terms) => onChange({ ...terms, ...changes });
    return (
        <div className="grid gap-5">
            <Order whole={whole} told={groups?.order} put={put} />
            <Tries whole={whole} told={groups?.tries} put={put} />
            <Rounds whole={whole} told={groups?.rounds} put={put} />
            <Clock whole={whole} told={groups?.clock} put={put} />
            <Group name={say('teacher.terms-editor.group', { group: 'seen' })} told={groups?.seen}>
                <SeenWhen seen={whole.seen ?? {}} onChange={(seen) => put({ seen })} />
            </Group>
            <Returns whole={whole} told={groups?.returns} put={put} />
            {quizzes.length > 0 && <Gates gates={whole.gates ?? []} quizzes={quizzes} onChange={(gates) => put({ gates })} />}
            <KeptTerms terms={terms} />
        </div>
    );
}

/** What is chosen together; beside it what a student is told then, and what it does to others. */
function Group({ name, told, children }: { name: string; told: Told | undefined; children: ReactNode }) {
    return (
        <fieldset className="border-t border-line pt-3">
            <legend className="pr-2 text-sm font-semibold text-soft">{name}</legend>
            <div className="grid gap-x-6 gap-y-3 lg:grid-cols-[minmax(0,1.7fr)_minmax(0,1fr)]">
                <div className="grid content-start gap-3">{children}</div>
                <div className="self-start border-l-4 border-rail pl-3 text-sm" aria-live="polite">
                    {told?.told.map((sentence) => (
                        <p key={sentence}>{sentence}</p>
                    ))}
                    {told?.does.map((sentence) => (
                        <p key={sentence} className="mt-1 text-yet">
                            {sentence}
                        </p>
                    ))}
                    {told?.told.length === 0 && told.does.length === 0 && (
                        <p className="text-soft">{say('teacher.terms-editor.nothing-is-told')}</p>
                    )}
                </div>
            </div>
        </fieldset>
    );
}

function Order({ whole, told, put }: GroupProps) {
    return (
        <Group name={say('teacher.terms-editor.group', { group: 'order' })} told={told}>
            <div className="grid gap-3 sm:grid-cols-2">
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
            </div>
            <div className="flex flex-wrap gap-x-5 gap-y-2">
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
                {whole.marking === 'handed-in' && (
                    <Check
                        label={say('teacher.terms-editor.all-on-one-page')}
                        checked={whole.onePage ?? false}
                        onChange={(onePage) => put({ onePage })}
                    />
                )}
            </div>
        </Group>
    );
}

function Tries({ whole, told, put }: GroupProps) {
    const handedIn = whole.marking === 'handed-in';
    // Handed in whole, with nothing coming back, there are no slips.
    const slips = !handedIn || (whole.missedComeBack ?? true);
    return (
        <Group name={say('teacher.terms-editor.group', { group: 'tries' })} told={told}>
            {handedIn && (
                <Check
                    label={say('teacher.terms-editor.what-was-missed-comes-back')}
                    checked={whole.missedComeBack ?? true}
                    onChange={(missedComeBack) => put({ missedComeBack })}
                />
            )}
            {slips && (
                <>
                    <div className="grid gap-3 sm:grid-cols-2">
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
                    </div>
                    <div className="flex flex-wrap items-end gap-x-5 gap-y-2">
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
                            label={say('teacher.terms-editor.students-may-ask-for-an')}
                            checked={whole.alikeOnRequest ?? true}
                            onChange={(alikeOnRequest) => put({ alikeOnRequest })}
                        />
                        <Check
                            label={say('teacher.terms-editor.a-slip-of-the-pen')}
                            checked={whole.almostCosts ?? false}
                            onChange={(almostCosts) => put({ almostCosts })}
                        />
                    </div>
                </>
            )}
            <div className="flex flex-wrap items-end gap-x-5 gap-y-2">
                <Check
                    label={say('teacher.terms-editor.part-is-enough')}
                    checked={(whole.enough ?? null) !== null}
                    onChange={(on) => put({ enough: on ? 0.5 : null })}
                />
                {whole.enough != null && (
                    <ShareField
                        label={say('teacher.terms-editor.enough-to-count-as-right')}
                        value={whole.enough}
                        onChange={(enough) => put({ enough })}
                    />
                )}
            </div>
        </Group>
    );
}

function Rounds({ whole, told, put }: GroupProps) {
    // With one round there is no other to wait for, to count, or to reach a goal with.
    const several = whole.rounds?.limit !== 1;
    return (
        <Group name={say('teacher.terms-editor.group', { group: 'rounds' })} told={told}>
            <div className="grid gap-3 sm:grid-cols-2">
                <Field
                    label={say('teacher.terms-editor.rounds-empty-no-limit')}
                    type="number"
                    min={1}
                    max={100}
                    value={whole.rounds?.limit ?? ''}
                    onChange={(event) => put({ rounds: { ...whole.rounds, limit: count(event.currentTarget.value) } })}
                />
                <Field
                    label={say('teacher.terms-editor.questions-a-round')}
                    type="number"
                    min={1}
                    max={100}
                    value={whole.rounds?.portion ?? ''}
                    onChange={(event) => put({ rounds: { ...whole.rounds, portion: count(event.currentTarget.value) } })}
                />
                {several && (
                    <>
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
                    </>
                )}
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
                    <WholeField
                        label={say('teacher.terms-editor.how-many-rounds')}
                        value={whole.goal.rounds ?? 3}
                        least={1}
                        most={50}
                        onChange={(rounds) => whole.goal !== undefined && put({ goal: { ...whole.goal, rounds } })}
                    />
                )}
            </div>
            {several && (
                <Check
                    label={say('teacher.terms-editor.further-rounds-ask-only-what')}
                    checked={whole.rounds?.onlyMissed ?? false}
                    onChange={(onlyMissed) => put({ rounds: { ...whole.rounds, onlyMissed } })}
                />
            )}
        </Group>
    );
}

function Clock({ whole, told, put }: GroupProps) {
    return (
        <Group name={say('teacher.terms-editor.group', { group: 'clock' })} told={told}>
            <div className="grid gap-3 sm:grid-cols-2">
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
            <div className="flex flex-wrap gap-2">
                <Button onClick={() => put({ seconds: { ...whole.seconds, question: 120 } })}>
                    {say('teacher.terms-editor.on-the-board')}
                </Button>
                {[10, 15].map((minutes) => (
                    <Button key={minutes} onClick={() => put({ seconds: { ...whole.seconds, round: 60 * minutes } })}>
                        {say('teacher.terms-editor.so-many-minutes', { minutes })}
                    </Button>
                ))}
            </div>
        </Group>
    );
}

/** As is suggested where returns are switched on: days after mastery. */
const suggestedDays = [1, 3, 7, 21];

function days(text: string): number[] | null {
    const read = text
        .split(/[\s,;]+/)
        .filter((part) => part !== '')
        .map(Number);
    const fits = read.every((day, index) => Number.isInteger(day) && day <= 365 && day > (read[index - 1] ?? 0));
    return fits && read.length > 0 && read.length <= 10 ? read : null;
}

function Returns({ whole, told, put }: GroupProps) {
    const on = (whole.returns?.days ?? []).length > 0;
    const questions = whole.returns?.questions ?? 5;
    return (
        <Group name={say('teacher.terms-editor.group', { group: 'returns' })} told={told}>
            <Check
                label={say('teacher.terms-editor.what-was-mastered-comes-back')}
                checked={on}
                onChange={(wanted) => put({ returns: { days: wanted ? suggestedDays : [], questions } })}
            />
            {on && (
                <div className="grid gap-3 sm:grid-cols-2">
                    <ParsedField
                        label={say('teacher.terms-editor.days-after-mastery')}
                        value={(whole.returns?.days ?? []).join(' ')}
                        read={(text) => days(text)?.join(' ') ?? null}
                        write={(text) => text}
                        wrong={say('teacher.terms-editor.days-rising')}
                        onChange={(text) => put({ returns: { days: days(text) ?? suggestedDays, questions } })}
                    />
                    <WholeField
                        label={say('teacher.terms-editor.questions-each-time')}
                        value={questions}
                        least={1}
                        most={30}
                        onChange={(wanted) => put({ returns: { days: whole.returns?.days ?? suggestedDays, questions: wanted } })}
                    />
                </div>
            )}
        </Group>
    );
}
