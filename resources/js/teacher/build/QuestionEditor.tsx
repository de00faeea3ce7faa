import type { Entry, Finding, Question, QuestionKind, QuizDocument, Rung } from '../../api/types';
import { addRung, putQuestion } from '../../quiz/document';
import { isTyped, kindWords, picksOne, questionKinds, showsOptions } from '../../quiz/kinds';
import { newEntry, newRung, withKind } from '../../quiz/making';
import { letter } from '../../quiz/names';
import { Button } from '../../ui/Button';
import { Check, Field, Select } from '../../ui/Field';
import { ParsedField } from '../../ui/ParsedField';
import { decimal } from '../../ui/ShareField';
import { say } from '../../words/words';
import { EntryRow, withRight } from './EntryRow';
import { KindFields } from './KindFields';
import { afterFirst, firstWords, PiecesEditor, withFirstWords } from './PiecesEditor';
import { RichField } from './RichField';
import { AddRung, Rungs } from './Rungs';

export interface Props {
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
