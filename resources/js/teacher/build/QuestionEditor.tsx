import { X } from 'lucide-react';
import type { Entry, Finding, Question, QuestionKind, QuizDocument, Rung } from '../../api/types';
import {
    addRung,
    isTyped,
    kindWords,
    letter,
    newEntry,
    newRung,
    picksOne,
    putQuestion,
    questionKinds,
    showsOptions,
    withKind,
} from '../../quiz/document';
import { isEmpty } from '../../quiz/text';
import { Button } from '../../ui/Button';
import { Check, Field, inputClass, Select } from '../../ui/Field';
import { ParsedField } from '../../ui/ParsedField';
import { decimal, ShareField } from '../../ui/ShareField';
import { say } from '../../words/words';
import { FindingNote } from './FindingNote';
import { Targets } from './ForkEditor';
import { KindFields } from './KindFields';
import { afterFirst, firstWords, PiecesEditor, withFirstWords } from './PiecesEditor';
import { RichField } from './RichField';
import { AddRung, Rungs } from './Rungs';

interface Props {
    document: QuizDocument;
    question: Question;
    findings: Finding[];
    change: (document: QuizDocument) => void;
    select: (id: string) => void;
    /** Kinds that cannot be told right or wrong have no place in drills and staircases. */
    marked?: boolean;
}

const unmarked: QuestionKind[] = ['poll', 'written', 'hand-in'];

/** Everything about one question: what it asks, its answers and what follows from each, and its ladder. */
export function QuestionEditor({ document, question, findings, change, select, marked = false }: Props) {
    const put = (changes: Partial<Question>) => change(putQuestion(document, { ...question, ...changes }));
    const putEntry = (entry: Entry) => put({ entries: question.entries.map((other) => (other.id === entry.id ? entry : other)) });
    const choosing = showsOptions(question.kind);
    const hasEntries = choosing || isTyped(question.kind);
    const add = (entry: string | null, kind: Rung['kind']) => {
        const rung = newRung(kind);
        change(addRung(document, question, entry, rung));
        select(rung.id);
    };
    const setRight = (entry: Entry, right: boolean) =>
        put({
            entries: question.entries.map((other) =>
                other.id === entry.id ? withRight(other, right) : picksOne(question.kind) && right ? { ...other, right: false } : other,
            ),
        });

    return (
        <div className="grid gap-5">
            <RichField
                label={say('build.question-editor.question')}
                value={firstWords(question.prompt)}
                placeholder={say('build.question-editor.what-do-you-ask')}
                onChange={(words) => put({ prompt: withFirstWords(question.prompt, words) })}
            />
            <div className="grid grid-cols-[1fr_6rem] gap-3">
                <Select
                    label={say('build.question-editor.kind')}
                    value={question.kind}
                    onChange={(event) => change(putQuestion(document, withKind(question, event.currentTarget.value as QuestionKind)))}
                >
                    {questionKinds
                        .filter((kind) => !marked || !unmarked.includes(kind))
                        .map((kind) => (
                            <option key={kind} value={kind}>
                                {kindWords(kind)}
                            </option>
                        ))}
                </Select>
                <ParsedField
                    label={say('build.question-editor.points')}
                    value={question.points}
                    read={(text) => {
                        const points = text.trim() === '' ? Number.NaN : Number(decimal(text) ?? Number.NaN);
                        return points <= 1000 ? points : null;
                    }}
                    write={String}
                    wrong={say('build.question-editor.from-0-to-1000')}
                    inputMode="decimal"
                    onChange={(points) => put({ points })}
                />
            </div>

            {hasEntries && (
                <fieldset className="grid gap-2">
                    <legend className="mb-1 text-sm font-semibold">
                        {question.kind === 'poll'
                            ? say('build.question-editor.options')
                            : choosing
                              ? say('build.question-editor.options-mark-what-is-right')
                              : say('build.question-editor.accepted-answers-and-wrong-ones')}
                    </legend>
                    {question.entries.map((entry, index) => (
                        <EntryRow
                            key={entry.id}
                            document={document}
                            question={question}
                            entry={entry}
                            name={choosing ? letter(index) : `${index + 1}`}
                            findings={findings.filter((finding) => finding.at === entry.id)}
                            change={change}
                            onChange={putEntry}
                            onRight={(right) => setRight(entry, right)}
                            onRemove={() => put({ entries: question.entries.filter((other) => other.id !== entry.id) })}
                            addRung={(kind) => add(entry.id, kind)}
                            select={select}
                        />
                    ))}
                    <div className="flex flex-wrap gap-2">
                        {choosing ? (
                            <Button onClick={() => put({ entries: [...question.entries, newEntry()] })}>
                                {say('build.question-editor.add-an-option')}
                            </Button>
                        ) : (
                            <>
                                <Button onClick={() => put({ entries: [...question.entries, newEntry(true)] })}>
                                    {say('build.question-editor.add-an-accepted-answer')}
                                </Button>
                                <Button onClick={() => put({ entries: [...question.entries, newEntry()] })}>
                                    {say('build.question-editor.add-an-expected-wrong-answer')}
                                </Button>
                            </>
                        )}
                    </div>
                </fieldset>
            )}
            <KindFields question={question} put={put} />

            <fieldset className="grid gap-3">
                <legend className="mb-1 text-sm font-semibold">{say('build.question-editor.what-is-said')}</legend>
                {!unmarked.includes(question.kind) && (
                    <>
                        <RichField
                            label={say('build.question-editor.when-it-is-right')}
                            placeholder={say('build.question-editor.say-the-idea-once-more')}
                            value={question.feedback.right}
                            onChange={(right) => put({ feedback: { ...question.feedback, right } })}
                        />
                        <RichField
                            label={say('build.question-editor.when-it-is-not-right')}
                            placeholder={say('build.question-editor.say-where-to-look')}
                            value={question.feedback.notRight}
                            onChange={(notRight) => put({ feedback: { ...question.feedback, notRight } })}
                        />
                    </>
                )}
                <RichField
                    label={say('build.question-editor.explanation-for-everybody')}
                    hint={say('build.question-editor.seen-when-the-terms-say')}
                    value={question.explanation ?? ''}
                    onChange={(explanation) => put({ explanation })}
                />
            </fieldset>

            <fieldset className="grid gap-2">
                <legend className="mb-1 text-sm font-semibold">{say('build.question-editor.ladder-after-any-slip')}</legend>
                <Rungs rungs={question.ladder} select={select} />
                <AddRung onAdd={(kind) => add(null, kind)} />
            </fieldset>

            <details className="rounded-md border border-line px-3 py-2" open={afterFirst(question.prompt).length > 0}>
                <summary className="text-sm font-semibold">{say('build.question-editor.pictures-sound-formulas-and-documents')}</summary>
                <div className="mt-2">
                    <PiecesEditor
                        of={say('build.question-editor.the-question')}
                        text={question.prompt}
                        onChange={(prompt) => put({ prompt })}
                    />
                </div>
            </details>
            <More document={document} question={question} put={put} marked={marked} />
        </div>
    );
}

/** What most questions can do without. */
function More({
    document,
    question,
    put,
    marked,
}: {
    document: QuizDocument;
    question: Question;
    put: (changes: Partial<Question>) => void;
    marked: boolean;
}) {
    const groups = [...new Set((document.pool ?? []).map((other) => other.alike).filter((group) => group !== null && group !== undefined))];
    return (
        <details className="rounded-md border border-line px-3 py-2">
            <summary className="text-sm font-semibold">{say('build.question-editor.time-difficulty-objectives-alike')}</summary>
            <div className="mt-3 grid gap-3">
                <div className="grid grid-cols-2 gap-3">
                    <Field
                        label={say('build.question-editor.seconds-empty-no-limit')}
                        type="number"
                        min={1}
                        max={86400}
                        value={question.seconds ?? ''}
                        onChange={(event) => {
                            const value = Number(event.currentTarget.value);
                            put({ seconds: Number.isInteger(value) && value >= 1 ? Math.min(value, 86400) : null });
                        }}
                    />
                    <Select
                        label={say('build.question-editor.difficulty')}
                        value={question.difficulty ?? 3}
                        onChange={(event) => put({ difficulty: Number(event.currentTarget.value) })}
                    >
                        {[say('build.question-editor.very-easy'), 'easy', 'middling', 'hard', say('build.question-editor.very-hard')].map(
                            (words, index) => (
                                <option key={words} value={index + 1}>
                                    {words}
                                </option>
                            ),
                        )}
                    </Select>
                </div>
                <Field
                    label={say('build.question-editor.group-of-alike-questions')}
                    hint={
                        groups.length === 0
                            ? say('build.question-editor.alike-can-take-its-place')
                            : say('build.question-editor.alike-there-are-for', { groups: groups.join(', ') })
                    }
                    value={question.alike ?? ''}
                    maxLength={100}
                    onChange={(event) => put({ alike: event.currentTarget.value === '' ? null : event.currentTarget.value })}
                />
                {(document.objectives ?? []).length > 0 && (
                    <fieldset className="grid gap-1">
                        <legend className="mb-1 text-sm font-semibold">{say('build.question-editor.objectives-it-serves')}</legend>
                        {(document.objectives ?? []).map((objective) => (
                            <Check
                                key={objective.id}
                                label={objective.text || say('build.question-editor.an-objective-without-words')}
                                checked={(question.objectives ?? []).includes(objective.id)}
                                onChange={(on) => {
                                    const rest = (question.objectives ?? []).filter((id) => id !== objective.id);
                                    put({ objectives: on ? [...rest, objective.id] : rest });
                                }}
                            />
                        ))}
                    </fieldset>
                )}
                {!marked && !unmarked.includes(question.kind) && (
                    <Check
                        label={say('build.question-editor.there-is-no-right-answer')}
                        checked={question.keyless ?? false}
                        onChange={(keyless) => put({ keyless })}
                    />
                )}
            </div>
        </details>
    );
}

interface EntryProps {
    document: QuizDocument;
    question: Question;
    entry: Entry;
    name: string;
    findings: Finding[];
    change: Props['change'];
    onChange: (entry: Entry) => void;
    onRight: (right: boolean) => void;
    onRemove: () => void;
    addRung: (kind: Rung['kind']) => void;
    select: (id: string) => void;
}

function EntryRow({ document, question, entry, name, findings, change, onChange, onRight, onRemove, addRung, select }: EntryProps) {
    const choosing = showsOptions(question.kind);
    const isPoll = question.kind === 'poll';
    const kind = choosing ? 'option' : entry.right ? 'accepted' : 'wrong';
    const label = say('build.question-editor.entry', { kind, name });
    const follows = [
        !isEmpty(entry.feedback) && say('build.question-editor.feedback'),
        entry.ladder.length > 0 && say('build.question-editor.own-ladder'),
        entry.fork !== null && say('build.question-editor.leads-elsewhere'),
        (entry.misconception ?? null) !== null && say('build.question-editor.misconception'),
        afterFirst(entry.text).length > 0 && choosing && say('build.question-editor.picture-or-formula'),
        entry.pinned === true && 'pinned',
    ].filter(Boolean);
    return (
        <div className="rounded-md border border-line bg-sheet p-2">
            <div className="flex items-center gap-2">
                {isPoll ? (
                    <span className="w-6 text-sm text-soft">{name}</span>
                ) : choosing ? (
                    <label className="flex items-center gap-1.5 text-sm text-soft">
                        <input
                            type={picksOne(question.kind) ? 'radio' : 'checkbox'}
                            name={`right-${question.id}`}
                            className="size-5 accent-accent"
                            aria-label={say('build.question-editor.is-right', { label })}
                            checked={entry.right}
                            onChange={(event) => onRight(event.currentTarget.checked)}
                        />
                        {name}
                    </label>
                ) : (
                    <select
                        className="rounded-md border border-edge bg-sheet px-1 py-1.5 text-sm"
                        aria-label={say('build.question-editor.answer-is', { name })}
                        value={entry.right ? 'right' : 'wrong'}
                        onChange={(event) => onRight(event.currentTarget.value === 'right')}
                    >
                        <option value="right">{say('build.question-editor.right')}</option>
                        <option value="wrong">{say('build.question-editor.wrong')}</option>
                    </select>
                )}
                {choosing ? (
                    <RichField
                        label={label}
                        hideLabel
                        value={firstWords(entry.text)}
                        maxLength={2000}
                        onChange={(words) => onChange({ ...entry, text: withFirstWords(entry.text, words) })}
                    />
                ) : (
                    <input
                        className={inputClass}
                        aria-label={label}
                        value={entry.key ?? ''}
                        maxLength={2000}
                        onChange={(event) => onChange({ ...entry, key: event.currentTarget.value })}
                    />
                )}
                <button
                    type="button"
                    className="grid size-9 shrink-0 place-items-center rounded-md hover:bg-tint"
                    aria-label={say('build.question-editor.remove', { kind, name })}
                    onClick={onRemove}
                >
                    <X size={18} />
                </button>
            </div>
            {findings.map((finding) => (
                <div key={finding.key} className="mt-1">
                    <FindingNote finding={finding} document={document} change={change} />
                </div>
            ))}
            <details className="mt-1 text-sm">
                <summary className="text-soft">
                    {say('build.question-editor.what-follows', {
                        isSome: follows.length === 0 ? 'no' : 'yes',
                        follows: follows.join(', '),
                    })}
                </summary>
                <div className="mt-2 grid gap-3 pb-1">
                    <RichField
                        label={say('build.question-editor.feedback-to-this-answer')}
                        value={entry.feedback}
                        onChange={(feedback) => onChange({ ...entry, feedback })}
                    />
                    {(mayLead(document, question) || entry.fork !== null) && (
                        <Select
                            label={say('build.question-editor.leads-to')}
                            data-fork={entry.id}
                            value={entry.fork ?? ''}
                            onChange={(event) => onChange({ ...entry, fork: event.currentTarget.value || null })}
                        >
                            <option value="">
                                {entry.right || isPoll
                                    ? say('build.question-editor.the-next-stop')
                                    : say('build.question-editor.help-and-back-to-this')}
                            </option>
                            <Targets document={document} />
                        </Select>
                    )}
                    {!entry.right && !isPoll && (
                        <>
                            {(document.misconceptions ?? []).length > 0 && (
                                <Select
                                    label={say('build.question-editor.shows-the-misconception')}
                                    value={entry.misconception ?? ''}
                                    onChange={(event) => onChange({ ...entry, misconception: event.currentTarget.value || null })}
                                >
                                    <option value="">{say('build.question-editor.none')}</option>
                                    {(document.misconceptions ?? []).map((one) => (
                                        <option key={one.id} value={one.id}>
                                            {one.text}
                                        </option>
                                    ))}
                                </Select>
                            )}
                            {question.kind !== 'several-choices' && (
                                <ShareField
                                    label={say('build.question-editor.share-of-the-points')}
                                    value={entry.share ?? 0}
                                    onChange={(share) => onChange({ ...entry, share })}
                                />
                            )}
                        </>
                    )}
                    {choosing && (
                        <>
                            <Check
                                label={say('build.question-editor.keeps-its-place-where-options')}
                                checked={entry.pinned ?? false}
                                onChange={(pinned) => onChange({ ...entry, pinned })}
                            />
                            <PiecesEditor
                                of={say('build.question-editor.this-option')}
                                text={entry.text}
                                onChange={(text) => onChange({ ...entry, text })}
                            />
                        </>
                    )}
                    {!entry.right && !isPoll && entry.fork === null && (
                        <div>
                            <p className="font-semibold">{say('build.question-editor.a-ladder-of-its-own')}</p>
                            <Rungs rungs={entry.ladder} select={select} />
                            <div className="mt-1">
                                <AddRung forWhat={say('build.question-editor.this-entry', { kind, name })} onAdd={addRung} />
                            </div>
                        </div>
                    )}
                </div>
            </details>
        </div>
    );
}

/** Only answers to a question of the way itself lead elsewhere: in drills, on staircases and on ladders they do not. */
function mayLead(document: QuizDocument, question: Question): boolean {
    return [...document.stops, ...document.sideStops].some(
        (stop) =>
            (stop.kind === 'question' && stop.question.id === question.id) ||
            (stop.kind === 'video' && stop.cues.some((cue) => cue.kind === 'question' && cue.question.id === question.id)),
    );
}

/** What is right has all the points: a share that it had as a wrong answer is not kept where nobody sees it. */
function withRight({ share, ...entry }: Entry, right: boolean): Entry {
    return right || share === undefined ? { ...entry, right } : { ...entry, right, share };
}
