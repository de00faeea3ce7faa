import { type DragEvent, useState } from 'react';
import type { Entry, Finding, Question, QuizDocument } from '../../api/types';
import { draggedNode } from '../../cutaway/dragging';
import { moved } from '../../quiz/document';
import { picksOne, showsOptions } from '../../quiz/kinds';
import { newEntry } from '../../quiz/making';
import { letter } from '../../quiz/names';
import { focusField } from '../../richtext/RichField';
import { useNextId } from '../../ui/useNextId';
import { say } from '../../words/words';
import { EntryRow, withRight } from './EntryRow';

interface Props {
    document: QuizDocument;
    question: Question;
    /** Those of the question, or of one of its gaps. */
    entries: Entry[];
    onChange: (entries: Entry[]) => void;
    findings: Finding[];
    select: (id: string) => void;
    /** Where Enter leads on to from the empty line behind the last answer, and Backspace back from the first. */
    onEnd: () => void;
    onStart: () => void;
    /** What the line of an answer is called. */
    called?: (kind: 'option' | 'accepted' | 'wrong', name: string) => string;
}

const callEntry: NonNullable<Props['called']> = (kind, name) => say('build.question-editor.entry', { kind, name });

/** The answers to a choice, or to what is typed; the last line is the next one. */
export function Answers({ document, question, entries, onChange, findings, select, onEnd, onStart, called = callEntry }: Props) {
    const fresh = useNextId(entries);
    const choosing = showsOptions(question.kind);
    // The first answer that is typed is the one that is accepted.
    const next: Entry = { ...newEntry(!choosing && !entries.some((entry) => entry.right)), id: fresh };
    const rows = question.kind === 'true-false' && entries.length >= 2 ? entries : [...entries, next];
    // Answers are dragged by their letter, to where another stands.
    const [target, setTarget] = useState<string | null>(null);
    const rowUnder = (event: DragEvent) => {
        const id = (event.target as HTMLElement).closest<HTMLElement>('[data-entry]')?.dataset.entry;
        const isOwn = (one: string | null | undefined) => entries.some((entry) => entry.id === one);
        return isOwn(draggedNode()) && isOwn(id) && id !== draggedNode() ? (id ?? null) : null;
    };
    const onDragOver = (event: DragEvent) => {
        const row = rowUnder(event);
        if (row !== null) {
            event.preventDefault();
        }
        setTarget(row);
    };
    const onDrop = (event: DragEvent) => {
        const at = (id: string | null) => entries.findIndex((entry) => entry.id === id);
        const row = rowUnder(event);
        setTarget(null);
        if (row !== null) {
            event.preventDefault();
            onChange(moved(entries, at(draggedNode()), at(row)));
        }
    };
    const at = (index: number) => rows[index]?.id;
    const remove = (entry: Entry) => onChange(entries.filter((other) => other.id !== entry.id));
    return (
        // biome-ignore lint/a11y/noStaticElementInteractions: what is dragged can be moved by keys, too
        <div className="grid gap-1.5" onDragOver={onDragOver} onDrop={onDrop} onDragLeave={() => setTarget(null)}>
            {rows.map((entry, index) => {
                const isNext = entry.id === fresh;
                const name = choosing ? letter(index) : `${index + 1}`;
                return (
                    <EntryRow
                        key={entry.id}
                        document={document}
                        question={question}
                        entry={entry}
                        name={name}
                        label={called(choosing ? 'option' : entry.right ? 'accepted' : 'wrong', name)}
                        isNext={isNext}
                        isTarget={target === entry.id}
                        findings={findings.filter((finding) => finding.at === entry.id)}
                        onChange={(changed) =>
                            onChange(isNext ? [...entries, changed] : entries.map((other) => (other.id === changed.id ? changed : other)))
                        }
                        onRight={(right) => onChange(withRightOne(question, entries, entry, right))}
                        onRemove={() => remove(entry)}
                        onEnter={() => {
                            if (isNext || !focusField(`entry:${at(index + 1)}`)) {
                                onEnd();
                            }
                        }}
                        onBackOut={() => {
                            if (index === 0) {
                                onStart();
                            } else {
                                focusField(`entry:${at(index - 1)}`);
                            }
                            if (!isNext && entry.ladder.length === 0) {
                                remove(entry);
                            }
                        }}
                        select={select}
                    />
                );
            })}
        </div>
    );
}

/** The entries where one of them is right, or no longer. */
export function withRightOne(question: Question, entries: Entry[], entry: Entry, right: boolean): Entry[] {
    return entries.map((other) =>
        other.id === entry.id ? withRight(other, right) : picksOne(question.kind) && right ? { ...other, right: false } : other,
    );
}
