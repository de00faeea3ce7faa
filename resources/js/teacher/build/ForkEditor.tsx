import { X } from 'lucide-react';
import type { Condition, Fork, QuizDocument, Stop } from '../../api/types';
import { showsOptions } from '../../quiz/kinds';
import { conditionWords, entryName, promptText, short, stopName } from '../../quiz/names';
import { allQuestions, entriesOf, questionsOf } from '../../quiz/places';
import { Button } from '../../ui/Button';
import { Select } from '../../ui/Field';
import { ParsedField } from '../../ui/ParsedField';
import { ShareField } from '../../ui/ShareField';
import { ulid } from '../../ui/ulid';
import { say } from '../../words/words';

const kinds: Record<Condition['kind'], string> = {
    always: say('build.fork-editor.always'),
    entry: say('build.fork-editor.a-certain-answer-was-given'),
    result: say('build.fork-editor.the-answer-here-is'),
    slips: say('build.fork-editor.so-many-slips-here'),
    score: say('build.fork-editor.the-score-so-far-is'),
    mastered: say('build.fork-editor.an-objective-is-mastered'),
    'time-out': say('build.fork-editor.the-time-here-ran-out'),
    judged: say('build.fork-editor.the-student-judged-their-answer'),
    answered: say('build.fork-editor.an-earlier-question-was-answered'),
    answer: say('build.fork-editor.an-earlier-question-had-a'),
    stood: say('build.fork-editor.an-earlier-question-stands'),
};

interface Props {
    document: QuizDocument;
    stop: Stop;
    when: Condition;
    /** Only what looks back at earlier stops: for showing a stop or not. */
    before?: boolean;
    onChange: (when: Condition) => void;
}

/** One condition, in fields. */
export function ConditionEditor({ document, stop, when, before = false, onChange }: Props) {
    const here = questionsOf(stop).map(({ question }) => question);
    const earlier = allQuestions(document).filter((question) => !here.some((own) => own.id === question.id));
    const of = when.question === undefined ? here[0] : earlier.find((question) => question.id === when.question);
    const allowed = (Object.keys(kinds) as Condition['kind'][]).filter(
        (kind) =>
            (!before || ['always', 'score', 'mastered', 'answered', 'answer', 'stood'].includes(kind)) &&
            (kind !== 'mastered' || (document.objectives ?? []).length > 0) &&
            (!['answered', 'answer', 'stood'].includes(kind) || earlier.length > 0) &&
            (kind !== 'entry' || here.some((question) => question.entries.length > 0)),
    );
    const begin = (kind: Condition['kind']): Condition => {
        const question = earlier[0];
        switch (kind) {
            case 'entry':
                return { kind, entry: here[0]?.entries[0]?.id ?? '' };
            case 'result':
                return { kind, result: 'not-right' };
            case 'slips':
                return { kind, atLeast: 2 };
            case 'score':
                return { kind, below: 0.5 };
            case 'mastered':
                return { kind, objective: document.objectives?.[0]?.id ?? '' };
            case 'judged':
                return { kind, judged: 'yes' };
            case 'answered':
                return { kind, question: question?.id ?? '' };
            case 'answer':
                return { kind, question: question?.id ?? '', entry: question === undefined ? '' : (entriesOf(question)[0]?.id ?? '') };
            case 'stood':
                return { kind, question: question?.id ?? '', standing: 'clear' };
            default:
                return { kind };
        }
    };
    const entries = of === undefined ? [] : entriesOf(of);
    return (
        <div className="grid gap-2">
            <Select
                label={say('build.fork-editor.when')}
                value={when.kind}
                onChange={(event) => onChange(begin(event.currentTarget.value as Condition['kind']))}
            >
                {allowed.map((kind) => (
                    <option key={kind} value={kind}>
                        {kinds[kind]}
                    </option>
                ))}
            </Select>
            {when.question !== undefined && (
                <Select
                    label={say('build.fork-editor.which-question')}
                    value={when.question}
                    onChange={(event) => {
                        const question = earlier.find((other) => other.id === event.currentTarget.value);
                        onChange({
                            ...when,
                            question: event.currentTarget.value,
                            ...(when.kind === 'answer' && question !== undefined ? { entry: entriesOf(question)[0]?.id ?? '' } : {}),
                        });
                    }}
                >
                    {earlier.map((question) => (
                        <option key={question.id} value={question.id}>
                            {short(promptText(question), 70) || say('build.fork-editor.empty-question')}
                        </option>
                    ))}
                </Select>
            )}
            {when.entry !== undefined && (
                <Select
                    label={say('build.fork-editor.which-answer')}
                    value={when.entry}
                    onChange={(event) => onChange({ ...when, entry: event.currentTarget.value })}
                >
                    {entries.map((entry) => (
                        <option key={entry.id} value={entry.id}>
                            {say('build.fork-editor.answer', {
                                answer: (of === undefined ? '' : entryName(entry, of.kind)) || say('build.fork-editor.empty'),
                                right: of !== undefined && !showsOptions(of.kind) && entry.right ? 'yes' : 'no',
                            })}
                        </option>
                    ))}
                </Select>
            )}
            {when.kind === 'result' && (
                <Select
                    label={say('build.fork-editor.is')}
                    value={when.result ?? 'right'}
                    onChange={(event) => onChange({ ...when, result: event.currentTarget.value as 'right' | 'partly' | 'not-right' })}
                >
                    <option value="right">{say('build.fork-editor.right')}</option>
                    <option value="partly">{say('build.fork-editor.partly-right')}</option>
                    <option value="not-right">{say('build.fork-editor.not-right')}</option>
                </Select>
            )}
            {when.kind === 'slips' && (
                <ParsedField
                    label={say('build.fork-editor.at-least')}
                    value={when.atLeast ?? 1}
                    read={(text) => (/^\d{1,2}$/.test(text.trim()) && Number(text) >= 1 ? Number(text) : null)}
                    write={String}
                    wrong={say('build.fork-editor.from-1-to-99')}
                    inputMode="numeric"
                    onChange={(atLeast) => onChange({ ...when, atLeast })}
                />
            )}
            {when.kind === 'score' && (
                <div className="grid grid-cols-2 gap-3">
                    <Select
                        label={say('build.fork-editor.is')}
                        value={when.below !== undefined ? 'below' : 'atLeast'}
                        onChange={(event) =>
                            onChange(
                                event.currentTarget.value === 'below'
                                    ? { kind: 'score', below: when.atLeast ?? 0.5 }
                                    : { kind: 'score', atLeast: when.below ?? 0.5 },
                            )
                        }
                    >
                        <option value="below">{say('build.fork-editor.below')}</option>
                        <option value="atLeast">{say('build.fork-editor.at-least-so-much')}</option>
                    </Select>
                    <ShareField
                        label={say('build.fork-editor.percent')}
                        value={when.below ?? when.atLeast ?? 0.5}
                        onChange={(share) =>
                            onChange(when.below !== undefined ? { kind: 'score', below: share } : { kind: 'score', atLeast: share })
                        }
                    />
                </div>
            )}
            {when.kind === 'mastered' && (
                <Select
                    label={say('build.fork-editor.which-objective')}
                    value={when.objective ?? ''}
                    onChange={(event) => onChange({ ...when, objective: event.currentTarget.value })}
                >
                    {(document.objectives ?? []).map((objective) => (
                        <option key={objective.id} value={objective.id}>
                            {objective.text}
                        </option>
                    ))}
                </Select>
            )}
            {when.kind === 'judged' && (
                <Select
                    label={say('build.fork-editor.as')}
                    value={when.judged ?? 'yes'}
                    onChange={(event) => onChange({ ...when, judged: event.currentTarget.value as 'yes' | 'not-yet' })}
                >
                    <option value="yes">{say('build.fork-editor.right')}</option>
                    <option value="not-yet">{say('build.fork-editor.not-yet')}</option>
                </Select>
            )}
            {when.kind === 'stood' && (
                <Select
                    label={say('build.fork-editor.as')}
                    value={when.standing ?? 'clear'}
                    onChange={(event) => onChange({ ...when, standing: event.currentTarget.value as NonNullable<Condition['standing']> })}
                >
                    <option value="clear">{say('build.fork-editor.right-at-once')}</option>
                    <option value="climbed">{say('build.fork-editor.right-after-help-or-a')}</option>
                    <option value="set-aside">{say('build.fork-editor.set-aside')}</option>
                    <option value="shown">{say('build.fork-editor.answer-shown')}</option>
                </Select>
            )}
            {['mastered', 'answered', 'answer', 'stood'].includes(when.kind) && (
                <Select
                    label={say('build.fork-editor.and-this')}
                    value={when.is === false ? 'no' : 'yes'}
                    onChange={(event) => onChange({ ...when, is: event.currentTarget.value === 'yes' })}
                >
                    <option value="yes">{say('build.fork-editor.is-so')}</option>
                    <option value="no">{say('build.fork-editor.is-not-so')}</option>
                </Select>
            )}
        </div>
    );
}

/** Where something may lead: every stop and finish. */
export function Targets({ document }: { document: QuizDocument }) {
    return (
        <>
            {document.stops.map((stop, index) => (
                <option key={stop.id} value={stop.id}>
                    {index + 1}. {short(stopName(stop), 60)}
                </option>
            ))}
            {document.sideStops.map((stop) => (
                <option key={stop.id} value={stop.id}>
                    {say('build.fork-editor.side-stop', { name: short(stopName(stop), 60) })}
                </option>
            ))}
            {document.finishes.map((finish) => (
                <option key={finish.id} value={finish.id}>
                    {say('build.fork-editor.finish', { title: finish.title })}
                </option>
            ))}
        </>
    );
}

/** The forks of a stop: the first that fits is taken. */
export function ForksEditor({ document, stop, onChange }: { document: QuizDocument; stop: Stop; onChange: (forks: Fork[]) => void }) {
    const forks = stop.forks ?? [];
    const first = document.finishes[0]?.id ?? '';
    return (
        <div className="grid gap-3">
            {forks.map((fork, index) => (
                <div key={fork.id} className="grid gap-2 rounded-md border border-line bg-sheet p-2">
                    <div className="flex items-center justify-between">
                        <p className="text-sm font-semibold">
                            {say('build.fork-editor.fork', { number: index + 1, condition: conditionWords(fork.when) })}
                        </p>
                        <button
                            type="button"
                            className="grid size-8 place-items-center rounded-md hover:bg-tint"
                            aria-label={say('build.fork-editor.remove-fork', { number: index + 1 })}
                            onClick={() => onChange(forks.filter((other) => other.id !== fork.id))}
                        >
                            <X size={16} />
                        </button>
                    </div>
                    <ConditionEditor
                        document={document}
                        stop={stop}
                        when={fork.when}
                        onChange={(when) => onChange(forks.map((other) => (other.id === fork.id ? { ...fork, when } : other)))}
                    />
                    <Select
                        label={say('build.fork-editor.leads-to')}
                        value={fork.to}
                        onChange={(event) =>
                            onChange(forks.map((other) => (other.id === fork.id ? { ...fork, to: event.currentTarget.value } : other)))
                        }
                    >
                        <Targets document={document} />
                    </Select>
                </div>
            ))}
            <Button
                data-add-fork
                className="justify-self-start"
                onClick={() =>
                    onChange([
                        ...forks,
                        {
                            id: ulid(),
                            when: {
                                kind: questionsOf(stop).length > 0 ? 'result' : 'always',
                                ...(questionsOf(stop).length > 0 ? { result: 'right' as const } : {}),
                            },
                            to: first,
                        },
                    ])
                }
            >
                {say('build.fork-editor.add-a-fork')}
            </Button>
        </div>
    );
}
