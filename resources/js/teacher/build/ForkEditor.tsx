import { X } from 'lucide-react';
import type { Condition, Fork, QuizDocument, Stop } from '../../api/types';
import {
    allQuestions,
    conditionWords,
    entriesOf,
    entryName,
    promptText,
    questionsOf,
    short,
    showsOptions,
    stopName,
} from '../../quiz/document';
import { Button } from '../../ui/Button';
import { Select } from '../../ui/Field';
import { ParsedField } from '../../ui/ParsedField';
import { ulid } from '../../ui/ulid';
import { ShareField } from './KindFields';

const kinds: Record<Condition['kind'], string> = {
    always: 'always',
    entry: 'a certain answer was given here',
    result: 'the answer here is',
    slips: 'so many slips here',
    score: 'the score so far is',
    mastered: 'an objective is mastered',
    'time-out': 'the time here ran out',
    judged: 'the student judged their answer',
    answered: 'an earlier question was answered',
    answer: 'an earlier question had a certain answer',
    stood: 'an earlier question stands',
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
            <Select label="When" value={when.kind} onChange={(event) => onChange(begin(event.currentTarget.value as Condition['kind']))}>
                {allowed.map((kind) => (
                    <option key={kind} value={kind}>
                        {kinds[kind]}
                    </option>
                ))}
            </Select>
            {when.question !== undefined && (
                <Select
                    label="Which question"
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
                            {short(promptText(question), 70) || 'Empty question'}
                        </option>
                    ))}
                </Select>
            )}
            {when.entry !== undefined && (
                <Select
                    label="Which answer"
                    value={when.entry}
                    onChange={(event) => onChange({ ...when, entry: event.currentTarget.value })}
                >
                    {entries.map((entry) => (
                        <option key={entry.id} value={entry.id}>
                            {(of === undefined ? '' : entryName(entry, of.kind)) || 'Empty'}
                            {of !== undefined && !showsOptions(of.kind) && entry.right ? ' (right)' : ''}
                        </option>
                    ))}
                </Select>
            )}
            {when.kind === 'result' && (
                <Select
                    label="Is"
                    value={when.result ?? 'right'}
                    onChange={(event) => onChange({ ...when, result: event.currentTarget.value as 'right' | 'partly' | 'not-right' })}
                >
                    <option value="right">right</option>
                    <option value="partly">partly right</option>
                    <option value="not-right">not right</option>
                </Select>
            )}
            {when.kind === 'slips' && (
                <ParsedField
                    label="At least"
                    value={when.atLeast ?? 1}
                    read={(text) => (/^\d{1,2}$/.test(text.trim()) && Number(text) >= 1 ? Number(text) : null)}
                    write={String}
                    wrong="From 1 to 99."
                    inputMode="numeric"
                    onChange={(atLeast) => onChange({ ...when, atLeast })}
                />
            )}
            {when.kind === 'score' && (
                <div className="grid grid-cols-2 gap-3">
                    <Select
                        label="Is"
                        value={when.below !== undefined ? 'below' : 'atLeast'}
                        onChange={(event) =>
                            onChange(
                                event.currentTarget.value === 'below'
                                    ? { kind: 'score', below: when.atLeast ?? 0.5 }
                                    : { kind: 'score', atLeast: when.below ?? 0.5 },
                            )
                        }
                    >
                        <option value="below">below</option>
                        <option value="atLeast">at least</option>
                    </Select>
                    <ShareField
                        label="Percent"
                        value={when.below ?? when.atLeast ?? 0.5}
                        onChange={(share) =>
                            onChange(when.below !== undefined ? { kind: 'score', below: share } : { kind: 'score', atLeast: share })
                        }
                    />
                </div>
            )}
            {when.kind === 'mastered' && (
                <Select
                    label="Which objective"
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
                    label="As"
                    value={when.judged ?? 'yes'}
                    onChange={(event) => onChange({ ...when, judged: event.currentTarget.value as 'yes' | 'not-yet' })}
                >
                    <option value="yes">right</option>
                    <option value="not-yet">not yet</option>
                </Select>
            )}
            {when.kind === 'stood' && (
                <Select
                    label="As"
                    value={when.standing ?? 'clear'}
                    onChange={(event) => onChange({ ...when, standing: event.currentTarget.value as NonNullable<Condition['standing']> })}
                >
                    <option value="clear">right at once</option>
                    <option value="climbed">right after help or a slip</option>
                    <option value="set-aside">set aside</option>
                    <option value="shown">answer shown</option>
                </Select>
            )}
            {['mastered', 'answered', 'answer', 'stood'].includes(when.kind) && (
                <Select
                    label="And this"
                    value={when.is === false ? 'no' : 'yes'}
                    onChange={(event) => onChange({ ...when, is: event.currentTarget.value === 'yes' })}
                >
                    <option value="yes">is so</option>
                    <option value="no">is not so</option>
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
                    Side stop: {short(stopName(stop), 60)}
                </option>
            ))}
            {document.finishes.map((finish) => (
                <option key={finish.id} value={finish.id}>
                    Finish: {finish.title}
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
                            Fork {index + 1}: {conditionWords(fork.when)}
                        </p>
                        <button
                            type="button"
                            className="grid size-8 place-items-center rounded-md hover:bg-tint"
                            aria-label={`Remove fork ${index + 1}`}
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
                        label="Leads to"
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
                Add a fork
            </Button>
        </div>
    );
}
