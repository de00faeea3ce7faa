import { X } from 'lucide-react';
import type { Entry, Finding, Question, QuestionKind, QuizDocument, Rung } from '../../api/types';
import { addRung, kindWords, letter, newEntry, newRung, promptText, putQuestion, rungName, stopName, withText } from '../../quiz/document';
import { Button } from '../../ui/Button';
import { Field, inputClass, Select, Text } from '../../ui/Field';
import { ParsedField } from '../../ui/ParsedField';
import { MediaPicker } from './MediaPicker';

interface Props {
    document: QuizDocument;
    question: Question;
    findings: Finding[];
    change: (document: QuizDocument) => void;
    select: (id: string) => void;
}

const rungButtons: { kind: Rung['kind']; words: string }[] = [
    { kind: 'hint', words: 'Hint' },
    { kind: 'video', words: 'Video' },
    { kind: 'reading', words: 'Reading' },
];

/** A plain decimal as the quiz document keeps it; nothing when it is none. An empty field stands for nought. */
function decimal(text: string): string | null {
    const plain = text.trim().replace(',', '.');
    return plain === '' ? '0' : /^\d{1,30}(\.\d{1,30})?$/.test(plain) ? plain : null;
}

/** Everything about one question: what it asks, its answers and what follows from each, and its ladder. */
export function QuestionEditor({ document, question, findings, change, select }: Props) {
    const put = (changes: Partial<Question>) => change(putQuestion(document, { ...question, ...changes }));
    const putEntry = (entry: Entry) => put({ entries: question.entries.map((other) => (other.id === entry.id ? entry : other)) });
    const choosing = question.kind === 'one-choice' || question.kind === 'several-choices';
    const picture = question.prompt.find((block) => block.kind === 'picture');
    const add = (entry: string | null, kind: Rung['kind']) => {
        const rung = newRung(kind);
        change(addRung(document, question, entry, rung));
        select(rung.id);
    };
    const setRight = (entry: Entry, right: boolean) =>
        put({
            entries: question.entries.map((other) =>
                other.id === entry.id ? { ...other, right } : question.kind === 'one-choice' && right ? { ...other, right: false } : other,
            ),
        });

    return (
        <div className="grid gap-5">
            <Text
                label="Question"
                value={promptText(question)}
                placeholder="What do you ask?"
                onChange={(event) => put({ prompt: withText(question.prompt, event.currentTarget.value) })}
            />
            <div className="grid grid-cols-[1fr_6rem] gap-3">
                <Select label="Kind" value={question.kind} onChange={(event) => put({ kind: event.currentTarget.value as QuestionKind })}>
                    {Object.entries(kindWords).map(([kind, words]) => (
                        <option key={kind} value={kind}>
                            {words}
                        </option>
                    ))}
                </Select>
                <ParsedField
                    label="Points"
                    value={question.points}
                    read={(text) => {
                        const points = Number(decimal(text) ?? Number.NaN);
                        return points <= 1000 ? points : null;
                    }}
                    write={String}
                    wrong="From 0 to 1000."
                    inputMode="decimal"
                    onChange={(points) => put({ points })}
                />
            </div>

            <fieldset className="grid gap-2">
                <legend className="mb-1 text-sm font-semibold">
                    {choosing ? 'Options; mark what is right' : 'Accepted answers, and wrong ones you expect'}
                </legend>
                {question.entries.map((entry, index) => (
                    <EntryRow
                        key={entry.id}
                        document={document}
                        question={question}
                        entry={entry}
                        name={choosing ? letter(index) : `${index + 1}`}
                        findings={findings.filter((finding) => finding.at === entry.id)}
                        onChange={putEntry}
                        onRight={(right) => setRight(entry, right)}
                        onRemove={() => put({ entries: question.entries.filter((other) => other.id !== entry.id) })}
                        addRung={(kind) => add(entry.id, kind)}
                        select={select}
                    />
                ))}
                <div className="flex flex-wrap gap-2">
                    {choosing ? (
                        <Button onClick={() => put({ entries: [...question.entries, newEntry()] })}>Add an option</Button>
                    ) : (
                        <>
                            <Button onClick={() => put({ entries: [...question.entries, newEntry(true)] })}>Add an accepted answer</Button>
                            <Button onClick={() => put({ entries: [...question.entries, newEntry()] })}>
                                Add an expected wrong answer
                            </Button>
                        </>
                    )}
                </div>
            </fieldset>

            {question.kind === 'number' && (
                <div className="grid grid-cols-2 gap-3">
                    <ParsedField
                        label="May differ by"
                        value={question.tolerance.value}
                        read={decimal}
                        write={(value) => value}
                        wrong="Write it like 0.5."
                        inputMode="decimal"
                        onChange={(value) => put({ tolerance: { ...question.tolerance, value } })}
                    />
                    <Select
                        label="Counted as"
                        value={question.tolerance.kind}
                        onChange={(event) =>
                            put({ tolerance: { ...question.tolerance, kind: event.currentTarget.value as 'absolute' | 'relative' } })
                        }
                    >
                        <option value="absolute">a distance</option>
                        <option value="relative">a share of the answer</option>
                    </Select>
                </div>
            )}

            <fieldset className="grid gap-3">
                <legend className="mb-1 text-sm font-semibold">What is said</legend>
                <Text
                    label="When it is right"
                    placeholder="Say the idea once more."
                    value={question.feedback.right}
                    onChange={(event) => put({ feedback: { ...question.feedback, right: event.currentTarget.value } })}
                />
                <Text
                    label="When it is not right"
                    placeholder="Say where to look."
                    value={question.feedback.notRight}
                    onChange={(event) => put({ feedback: { ...question.feedback, notRight: event.currentTarget.value } })}
                />
            </fieldset>

            <fieldset className="grid gap-2">
                <legend className="mb-1 text-sm font-semibold">Ladder, after any slip</legend>
                <Rungs rungs={question.ladder} select={select} />
                <div className="flex flex-wrap gap-2">
                    {rungButtons.map((button) => (
                        <Button key={button.kind} onClick={() => add(null, button.kind)}>
                            Add {button.words.toLowerCase()}
                        </Button>
                    ))}
                </div>
            </fieldset>

            <details className="rounded-md border border-line px-3 py-2" open={picture !== undefined}>
                <summary className="text-sm font-semibold">Picture with the question</summary>
                <div className="mt-2 grid gap-3">
                    <MediaPicker
                        kind="picture"
                        value={picture?.kind === 'picture' ? picture.media : null}
                        onChange={(media) => {
                            const others = question.prompt.filter((block) => block.kind === 'text');
                            const alternative = picture?.kind === 'picture' ? picture.alternative : '';
                            put({ prompt: media === null ? others : [...others, { kind: 'picture', media, alternative }] });
                        }}
                    />
                    {picture?.kind === 'picture' && (
                        <Field
                            label="In words, for those who cannot see it"
                            value={picture.alternative}
                            maxLength={500}
                            onChange={(event) =>
                                put({
                                    prompt: question.prompt.map((block) =>
                                        block.kind === 'picture' ? { ...block, alternative: event.currentTarget.value } : block,
                                    ),
                                })
                            }
                        />
                    )}
                </div>
            </details>
        </div>
    );
}

function Rungs({ rungs, select }: { rungs: Rung[]; select: (id: string) => void }) {
    return (
        <ol className="grid gap-1">
            {rungs.map((rung, index) => (
                <li key={rung.id}>
                    <Button
                        weight="quiet"
                        className="max-w-full justify-start px-0 text-left whitespace-normal"
                        onClick={() => select(rung.id)}
                    >
                        {index + 1}. {rungName(rung).slice(0, 80)}
                    </Button>
                </li>
            ))}
        </ol>
    );
}

interface EntryProps {
    document: QuizDocument;
    question: Question;
    entry: Entry;
    name: string;
    findings: Finding[];
    onChange: (entry: Entry) => void;
    onRight: (right: boolean) => void;
    onRemove: () => void;
    addRung: (kind: Rung['kind']) => void;
    select: (id: string) => void;
}

function EntryRow({ document, question, entry, name, findings, onChange, onRight, onRemove, addRung, select }: EntryProps) {
    const choosing = question.kind === 'one-choice' || question.kind === 'several-choices';
    const label = choosing ? `Option ${name}` : entry.right ? `Accepted answer ${name}` : `Expected wrong answer ${name}`;
    const follows = [
        entry.feedback !== '' && 'feedback',
        entry.ladder.length > 0 && 'own ladder',
        entry.fork !== null && 'leads elsewhere',
    ].filter(Boolean);
    return (
        <div className="rounded-md border border-line bg-sheet p-2">
            <div className="flex items-center gap-2">
                {choosing ? (
                    <label className="flex items-center gap-1.5 text-sm text-soft">
                        <input
                            type={question.kind === 'one-choice' ? 'radio' : 'checkbox'}
                            name={`right-${question.id}`}
                            className="size-5 accent-accent"
                            aria-label={`${label} is right`}
                            checked={entry.right}
                            onChange={(event) => onRight(event.currentTarget.checked)}
                        />
                        {name}
                    </label>
                ) : (
                    <select
                        className="rounded-md border border-edge bg-sheet px-1 py-1.5 text-sm"
                        aria-label={`Answer ${name} is`}
                        value={entry.right ? 'right' : 'wrong'}
                        onChange={(event) => onRight(event.currentTarget.value === 'right')}
                    >
                        <option value="right">right</option>
                        <option value="wrong">wrong</option>
                    </select>
                )}
                {choosing ? (
                    <div className="min-w-0 flex-1">
                        <Text
                            label={label}
                            hideLabel
                            rows={1}
                            value={entry.text}
                            maxLength={2000}
                            onChange={(event) => onChange({ ...entry, text: event.currentTarget.value })}
                        />
                    </div>
                ) : (
                    <input
                        className={inputClass}
                        aria-label={label}
                        value={entry.text}
                        maxLength={2000}
                        onChange={(event) => onChange({ ...entry, text: event.currentTarget.value })}
                    />
                )}
                <button
                    type="button"
                    className="grid size-9 shrink-0 place-items-center rounded-md hover:bg-tint"
                    aria-label={`Remove ${label.toLowerCase()}`}
                    onClick={onRemove}
                >
                    <X size={18} />
                </button>
            </div>
            {findings.map((finding) => (
                <p key={finding.sentence} className="mt-1 text-sm font-semibold text-accent">
                    {finding.sentence}
                </p>
            ))}
            <details className="mt-1 text-sm">
                <summary className="text-soft">What follows{follows.length === 0 ? '' : `: ${follows.join(', ')}`}</summary>
                <div className="mt-2 grid gap-3 pb-1">
                    <Text
                        label="Feedback to this answer"
                        value={entry.feedback}
                        onChange={(event) => onChange({ ...entry, feedback: event.currentTarget.value })}
                    />
                    <Select
                        label="Leads to"
                        data-fork={entry.id}
                        value={entry.fork ?? ''}
                        onChange={(event) => onChange({ ...entry, fork: event.currentTarget.value || null })}
                    >
                        <option value="">{entry.right ? 'the next stop' : 'help, and back to this question'}</option>
                        {document.stops.map((stop, index) => (
                            <option key={stop.id} value={stop.id}>
                                {index + 1}. {stopName(stop).slice(0, 60)}
                            </option>
                        ))}
                        {document.sideStops.map((stop) => (
                            <option key={stop.id} value={stop.id}>
                                Side stop: {stopName(stop).slice(0, 60)}
                            </option>
                        ))}
                        {document.finishes.map((finish) => (
                            <option key={finish.id} value={finish.id}>
                                Finish: {finish.title}
                            </option>
                        ))}
                    </Select>
                    {!entry.right && entry.fork === null && (
                        <div>
                            <p className="font-semibold">A ladder of its own</p>
                            <Rungs rungs={entry.ladder} select={select} />
                            <div className="mt-1 flex flex-wrap gap-2">
                                {rungButtons.map((button) => (
                                    <Button
                                        key={button.kind}
                                        aria-label={`Add ${button.words.toLowerCase()} for ${label.toLowerCase()}`}
                                        onClick={() => addRung(button.kind)}
                                    >
                                        {button.words}
                                    </Button>
                                ))}
                            </div>
                        </div>
                    )}
                </div>
            </details>
        </div>
    );
}
