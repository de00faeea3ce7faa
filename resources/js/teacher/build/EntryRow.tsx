import { X } from 'lucide-react';
import type { Entry, Finding, Question, QuizDocument, Rung } from '../../api/types';
import { picksOne, showsOptions } from '../../quiz/kinds';
import { isEmpty } from '../../quiz/text';
import { Check, inputClass, Select } from '../../ui/Field';
import { ShareField } from '../../ui/ShareField';
import { say } from '../../words/words';
import { FindingNote } from './FindingNote';
import { Targets } from './ForkEditor';
import { afterFirst, firstWords, PiecesEditor, withFirstWords } from './PiecesEditor';
import type { Props } from './QuestionEditor';
import { RichField } from './RichField';
import { AddRung, Rungs } from './Rungs';

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

export function EntryRow({ document, question, entry, name, findings, change, onChange, onRight, onRemove, addRung, select }: EntryProps) {
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
export function withRight({ share, ...entry }: Entry, right: boolean): Entry {
    return right || share === undefined ? { ...entry, right } : { ...entry, right, share };
}
