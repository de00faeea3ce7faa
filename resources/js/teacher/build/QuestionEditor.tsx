import { type KeyboardEvent, useState } from 'react';
import type { Entry, Finding, Question, QuestionKind, QuizDocument } from '../../api/types';
import { moved, putQuestion } from '../../quiz/document';
import { isTyped, kindWords, showsOptions } from '../../quiz/kinds';
import { withKind } from '../../quiz/making';
import { entriesOf } from '../../quiz/places';
import { focusField, RichField } from '../../richtext/RichField';
import { Fold, fold } from '../../ui/Fold';
import { say } from '../../words/words';
import { Answers, withRightOne } from './Answers';
import { AskedHere } from './AskedHere';
import { Explanations } from './Explanations';
import { KindChoice } from './KindChoice';
import { KindFields } from './KindFields';
import { LadderPart, nextHint } from './LadderPart';
import { MoreFields, moreInWords } from './MoreFields';
import { WorkingsPart } from './WorkingsPart';

export interface Props {
    document: QuizDocument;
    question: Question;
    findings: Finding[];
    change: (document: QuizDocument) => void;
    select: (id: string) => void;
    /** Kinds that cannot be told right or wrong have no place in drills and staircases. */
    marked?: boolean;
}

/** Kinds whose answers can be worked out. */
const holdsWork = (kind: QuestionKind) => ['one-choice', 'several-choices', 'number', 'expression'].includes(kind);

const unmarked: QuestionKind[] = ['poll', 'written', 'hand-in'];

/** Everything about one question, in the order in which it is written; each part leads to the next by Enter. */
export function QuestionEditor({ document, question, findings, change, select, marked = false }: Props) {
    const put = (changes: Partial<Question>) => change(putQuestion(document, { ...question, ...changes }));
    /** The question for which workings were asked for. */
    const [workings, setWorkings] = useState<string | null>(null);
    const choosing = showsOptions(question.kind);
    const hasEntries = choosing || isTyped(question.kind);
    /** Changes the list in which an answer stands: the question's own, or that of one of its gaps. */
    const inItsList = (entry: Entry, change: (entries: Entry[]) => Entry[]) => {
        const changed = (entries: Entry[]) => (entries.includes(entry) ? change(entries) : entries);
        put({
            entries: changed(question.entries),
            ...(question.gaps === undefined ? {} : { gaps: question.gaps.map((gap) => ({ ...gap, entries: changed(gap.entries) })) }),
        });
    };
    const toExplanation = () => opened('said', () => focusField(`explanation:${question.id}`));
    const toHint = () => opened('ladder', () => focusField(nextHint(question.id)));

    /** One key each: right, what is said to this answer, explanation, hint. */
    const onKeyDown = (event: KeyboardEvent<HTMLElement>) => {
        if (!event.altKey || event.ctrlKey || event.metaKey || event.shiftKey) {
            return;
        }
        const row = (event.target as HTMLElement).closest<HTMLElement>('[data-entry]');
        const entry = entriesOf(question).find((one) => one.id === row?.dataset.entry);
        switch (event.code) {
            case 'KeyR':
                if (entry !== undefined && question.kind !== 'poll') {
                    inItsList(entry, (entries) => withRightOne(question, entries, entry, !entry.right));
                }
                break;
            case 'KeyW':
                row?.querySelector<HTMLElement>('[data-open-feedback]')?.click();
                break;
            case 'ArrowUp':
            case 'ArrowDown':
                if (entry === undefined) {
                    return;
                }
                inItsList(entry, (entries) => {
                    const at = entries.indexOf(entry);
                    return moved(entries, at, event.code === 'ArrowUp' ? at - 1 : at + 1);
                });
                break;
            case 'KeyX':
                toExplanation();
                break;
            case 'KeyK':
                setWorkings(question.id);
                opened('workings', () => focusWorkings(question.id));
                break;
            case 'KeyL':
                toHint();
                break;
            default:
                return;
        }
        event.preventDefault();
    };

    return (
        // biome-ignore lint/a11y/noStaticElementInteractions: the keys are those of the fields in it
        <div className="grid gap-3" onKeyDown={onKeyDown}>
            <AskedHere question={question.id} />
            <RichField
                label={say('build.question-editor.question')}
                value={question.prompt}
                placeholder={say('build.question-editor.what-do-you-ask')}
                name={`prompt:${question.id}`}
                onChange={(prompt) => put({ prompt })}
                onEnter={() => opened('answers', () => focusFirstAnswer(question.id) ?? toExplanation())}
            />
            <KindChoice
                value={question.kind}
                without={marked ? unmarked : []}
                onChange={(kind) => change(putQuestion(document, withKind(question, kind)))}
            />
            <Fold
                name="answers"
                {...(hasEntries && question.kind !== 'poll' ? { keys: say('build.keys.shown-right') } : {})}
                heading={
                    question.kind === 'poll'
                        ? say('build.question-editor.options')
                        : choosing
                          ? say('build.question-editor.options-mark-what-is-right')
                          : hasEntries
                            ? say('build.question-editor.accepted-answers-and-wrong-ones')
                            : kindWords(question.kind)
                }
            >
                <div className="grid gap-3" data-answers={question.id}>
                    {hasEntries && (
                        <Answers
                            document={document}
                            question={question}
                            entries={question.entries}
                            onChange={(entries) => put({ entries })}
                            findings={findings}
                            select={select}
                            onEnd={toExplanation}
                            onStart={() => focusField(`prompt:${question.id}`)}
                        />
                    )}
                    <KindFields
                        document={document}
                        question={question}
                        findings={findings}
                        put={put}
                        select={select}
                        onEnd={toExplanation}
                    />
                </div>
            </Fold>
            {(holdsWork(question.kind) || (hasEntries && workings === question.id)) && (
                <WorkingsPart
                    key={question.id}
                    document={document}
                    question={question}
                    wanted={workings === question.id}
                    change={change}
                    select={select}
                />
            )}
            <Fold name="said" keys={say('build.keys.shown-said')} heading={say('build.question-editor.what-is-said')}>
                <Explanations question={question} marked={!unmarked.includes(question.kind)} put={put} onEnd={toHint} />
            </Fold>
            <Fold
                name="ladder"
                keys={say('build.keys.shown-hint')}
                heading={say('build.question-editor.ladder-after-any-slip')}
                summary={say('build.question-editor.rungs', { count: question.ladder.length })}
            >
                <LadderPart owner={question.id} rungs={question.ladder} onChange={(ladder) => put({ ladder })} select={select} />
            </Fold>
            <Fold name="more" open={false} heading={say('build.question-editor.more')} summary={moreInWords(question)}>
                <MoreFields
                    document={document}
                    question={question}
                    put={put}
                    change={change}
                    canBeKeyless={!marked && !unmarked.includes(question.kind)}
                />
            </Fold>
            <p className="text-right text-xs text-soft max-lg:hidden">{say('build.keys.shown-next')}</p>
        </div>
    );
}

/** Does something in a part that is open, or is opened for it. */
function opened(part: string, act: () => boolean): boolean {
    if (!act()) {
        fold(part, true);
        setTimeout(act);
    }
    return true;
}

/** The first thing to take of what is worked out, or the field for what is. */
function focusWorkings(question: string): boolean {
    const part = window.document.querySelector(`[data-workings="${question}"]`);
    const first = part?.querySelector<HTMLElement>('button, input[type="checkbox"]') ?? part?.querySelector<HTMLElement>('input');
    first?.focus();
    return part !== null;
}

/** The first field in which an answer is written: false where it is not there yet, null where the kind has none. */
function focusFirstAnswer(question: string): boolean | null {
    const part = window.document.querySelector(`[data-answers="${question}"]`);
    const field = part?.querySelector<HTMLElement>(':is([data-field], input:not([type="radio"], [type="checkbox"]), select)');
    const name = field?.dataset.field;
    if (name !== undefined) {
        return focusField(name);
    }
    field?.focus();
    return part === null ? false : field === null ? null : true;
}
