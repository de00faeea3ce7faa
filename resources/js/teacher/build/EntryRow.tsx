import { Ellipsis, MessageSquareText, TriangleAlert, X } from 'lucide-react';
import { useState } from 'react';
import type { Entry, Finding, Question, QuizDocument } from '../../api/types';
import { draggableNode } from '../../cutaway/dragging';
import { picksOne, showsOptions } from '../../quiz/kinds';
import { isEmpty } from '../../quiz/text';
import { focusField, RichField } from '../../richtext/RichField';
import { inputClass } from '../../ui/Field';
import { say } from '../../words/words';
import { EntryFeedback, EntryFollows, followsOf, mayLead } from './EntryFollows';

interface EntryProps {
    document: QuizDocument;
    question: Question;
    entry: Entry;
    /** A letter or a number, and what its line is called. */
    name: string;
    label: string;
    /** The line for the next answer: it is none as long as nothing stands in it. */
    isNext: boolean;
    /** What is dragged would come to stand here. */
    isTarget: boolean;
    findings: Finding[];
    onChange: (entry: Entry) => void;
    onRight: (right: boolean) => void;
    onRemove: () => void;
    /** Where Enter leads on to, and Backspace back. */
    onEnter: () => void;
    onBackOut: () => void;
    select: (id: string) => void;
}

const sign = 'grid h-9 w-7 shrink-0 place-items-center rounded-md text-soft hover:bg-tint hover:text-ink';

/** One answer to a question: its words, whether it is right, and what follows. */
export function EntryRow(props: EntryProps) {
    const { document, question, entry, name, label, isNext, isTarget, findings, onChange, onRight, onRemove, onEnter, onBackOut, select } =
        props;
    const choosing = showsOptions(question.kind);
    const isPoll = question.kind === 'poll';
    const kind = choosing ? 'option' : entry.right ? 'accepted' : 'wrong';
    const [answering, setAnswering] = useState(false);
    const [more, setMore] = useState(false);
    const follows = followsOf(entry);
    const isSaid = answering || !isEmpty(entry.feedback);
    const isBlank = choosing ? isEmpty(entry.text) : (entry.key ?? '').trim() === '';
    const leaves = () => {
        setAnswering(false);
        // An answer that says nothing is none.
        if (!isNext && isBlank && follows.length === 0) {
            onRemove();
        }
    };
    return (
        // biome-ignore lint/a11y/noStaticElementInteractions: it is told when the cursor leaves its fields
        <div
            data-entry={isNext ? undefined : entry.id}
            className={`relative rounded-md border bg-sheet py-1 pr-0.5 pl-2 ${isTarget ? 'border-accent bg-tint' : 'border-line'}`}
            onBlur={(event) => !event.currentTarget.contains(event.relatedTarget) && leaves()}
        >
            {findings.length > 0 && (
                <span
                    className="absolute -top-2 -left-2 rounded-full bg-paper p-0.5 text-accent"
                    title={findings.map(({ sentence }) => sentence).join('\n')}
                >
                    <TriangleAlert size={16} aria-hidden="true" />
                    <span className="sr-only">{say('build.question-editor.looked-at-below', { count: findings.length })}</span>
                </span>
            )}
            <div className="flex items-start">
                {isPoll || isNext ? (
                    <span className="w-10 shrink-0 pt-2 text-sm text-soft">{name}</span>
                ) : choosing ? (
                    <label
                        {...draggableNode(entry.id)}
                        className="flex w-10 shrink-0 cursor-grab items-center gap-1 pt-2 text-sm text-soft"
                    >
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
                        className="mr-1 w-20 shrink-0 rounded-md border border-edge bg-sheet px-1 py-1.5 text-sm"
                        aria-label={say('build.question-editor.answer-is', { label })}
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
                        line
                        placeholder={isNext ? say('build.question-editor.another-option') : ''}
                        name={`entry:${entry.id}`}
                        value={entry.text}
                        maxLength={2000}
                        onChange={(text) => onChange({ ...entry, text })}
                        onEnter={onEnter}
                        onBackOut={onBackOut}
                    />
                ) : (
                    <input
                        className={inputClass}
                        aria-label={label}
                        data-field={`entry:${entry.id}`}
                        placeholder={isNext ? say('build.question-editor.another-answer', { kind }) : ''}
                        value={entry.key ?? ''}
                        maxLength={2000}
                        onChange={(event) => onChange({ ...entry, key: event.currentTarget.value })}
                        onKeyDown={(event) => {
                            if (event.key === 'Enter' && !event.ctrlKey && !event.nativeEvent.isComposing) {
                                event.preventDefault();
                                onEnter();
                            } else if (event.key === 'Backspace' && event.currentTarget.value === '') {
                                event.preventDefault();
                                onBackOut();
                            }
                        }}
                    />
                )}
                {!isNext && (
                    <>
                        <button
                            type="button"
                            tabIndex={-1}
                            className={`${sign} ${isSaid ? 'text-accent' : ''}`}
                            aria-label={say('build.question-editor.write-feedback-to', { name: label })}
                            title={say('build.question-editor.feedback-key')}
                            aria-expanded={isSaid}
                            onClick={() => {
                                setAnswering(true);
                                setTimeout(() => focusField(`feedback:${entry.id}`));
                            }}
                            data-open-feedback
                        >
                            <MessageSquareText size={16} aria-hidden="true" />
                        </button>
                        <button
                            type="button"
                            className={`${sign} ${follows.length > (isEmpty(entry.feedback) ? 0 : 1) ? 'text-accent' : ''}`}
                            aria-label={say('build.question-editor.what-follows', { name: label })}
                            title={follows.join(', ') || say('build.question-editor.what-follows', { name: label })}
                            aria-expanded={more}
                            onClick={() => setMore(!more)}
                            data-open-follows
                        >
                            <Ellipsis size={16} aria-hidden="true" />
                        </button>
                        <button
                            type="button"
                            tabIndex={-1}
                            className={sign}
                            aria-label={say('build.question-editor.remove', { label })}
                            onClick={onRemove}
                        >
                            <X size={16} aria-hidden="true" />
                        </button>
                    </>
                )}
            </div>
            {isSaid && (
                <div className="mt-1 pr-1.5 pl-10">
                    <EntryFeedback entry={entry} name={label} onChange={onChange} onEnter={onEnter} />
                </div>
            )}
            {more && (
                <div className="mt-2 pr-1.5 pb-1 pl-10">
                    <EntryFollows
                        document={document}
                        entry={entry}
                        name={label}
                        follows={{
                            leads: mayLead(document, question.id),
                            slips: !entry.right && !isPoll,
                            share: question.kind !== 'several-choices',
                            pinned: choosing,
                        }}
                        onChange={onChange}
                        select={select}
                    />
                </div>
            )}
        </div>
    );
}

/** What is right has all the points: a share that it had as a wrong answer is not kept where nobody sees it. */
export function withRight({ share, ...entry }: Entry, right: boolean): Entry {
    return right || share === undefined ? { ...entry, right } : { ...entry, right, share };
}
