import { useQuery } from '@tanstack/react-query';
import { type KeyboardEvent, useRef, useState } from 'react';
import { client, sentence, take } from '../../api/client';
import type { Question, QuizDocument, WorkedAnswer, Workings } from '../../api/types';
import { Formula } from '../../player/Formula';
import { kindWithin } from '../../quiz/kinds';
import { entryName } from '../../quiz/names';
import {
    mayBeWorkedOut,
    slipsInWords,
    taken,
    takes,
    withAnswer,
    withFirst,
    withHints,
    withMisconception,
    withoutAnswer,
} from '../../quiz/workings';
import { Button } from '../../ui/Button';
import { Field } from '../../ui/Field';
import { Fold } from '../../ui/Fold';
import { Notice } from '../../ui/Notice';
import { useSettled } from '../../ui/useSettled';
import { say } from '../../words/words';
import { WorkingsFamily } from './WorkingsFamily';

interface Props {
    document: QuizDocument;
    question: Question;
    /** It was asked for by its key, though nothing was found to work out. */
    wanted: boolean;
    change: (document: QuizDocument) => void;
    select: (id: string) => void;
}

/** So many wrong answers come with the key at one press, and so many are seen before the rest is asked for. */
const first = 3;
const seen = 8;

/** What is sent of wrong answers that were written by hand, to be read backwards. */
const mostGiven = 20;

/** What the question asks, worked out: shown where there is something to work out, or where it is asked for. */
export function WorkingsPart({ document, question, wanted, change, select }: Props) {
    const [expression, setExpression] = useState('');
    const [bySlips, setBySlips] = useState(1);
    const language = document.language;
    const byHand = question.entries
        .filter((entry) => !entry.right && (entry.misconception ?? null) === null)
        .map((entry) => entryName(entry, question.kind))
        .filter((name) => name !== '')
        .slice(0, mostGiven);
    const asked = useSettled(JSON.stringify({ prompt: question.prompt, language, expression, slips: bySlips, given: byHand }), 400);
    const found = useQuery({
        queryKey: ['workings', asked],
        queryFn: () => take(client.POST('/workings', { body: JSON.parse(asked) })),
        enabled: mayBeWorkedOut(question.prompt) || expression.trim() !== '',
        placeholderData: (before) => before,
        staleTime: Number.POSITIVE_INFINITY,
        retry: false,
    });
    const isEmpty = !mayBeWorkedOut(question.prompt) && expression.trim() === '';
    const workings = isEmpty || found.error !== null ? null : (found.data?.workings ?? null);
    if (workings === null && !wanted && expression === '') {
        return null;
    }
    return (
        <Fold
            name="workings"
            open={false}
            keys={say('build.keys.shown-workings')}
            heading={say('build.workings.heading')}
            summary={
                workings === null
                    ? ''
                    : say('build.workings.summary', {
                          expression: workings.expression,
                          key: workings.key.typed,
                          count: workings.offers.length,
                      })
            }
        >
            <div className="grid gap-3" data-workings={question.id}>
                <Field
                    label={say('build.workings.expression')}
                    value={expression}
                    placeholder={workings?.expression ?? say('build.workings.for-example')}
                    maxLength={200}
                    onChange={(event) => setExpression(event.currentTarget.value)}
                    {...(found.error === null || expression === '' ? {} : { error: sentence(found.error) })}
                />
                {workings !== null && (
                    <>
                        <Answers question={question} document={document} workings={workings} change={change} />
                        <p className="flex flex-wrap gap-x-4 gap-y-1 text-sm">
                            <button
                                type="button"
                                className="text-accent underline underline-offset-2"
                                onClick={() => setBySlips(bySlips === 1 ? 2 : 1)}
                            >
                                {say(bySlips === 1 ? 'build.workings.by-two-slips' : 'build.workings.by-one-slip')}
                            </button>
                            {workings.hints.length > 0 && (
                                <button
                                    type="button"
                                    className="text-accent underline underline-offset-2"
                                    onClick={() => change(withHints(document, question, workings))}
                                >
                                    {say('build.workings.steps-on-the-ladder', { count: workings.hints.length })}
                                </button>
                            )}
                        </p>
                        <ByHand document={document} question={question} workings={workings} change={change} />
                        {workings.harmless.length > 0 && (
                            <p className="text-sm text-soft">
                                {say('build.workings.harmless', { slips: slipsInWords(workings.harmless) })}
                            </p>
                        )}
                        <WorkingsFamily
                            key={question.id}
                            document={document}
                            question={question}
                            workings={workings}
                            expression={expression}
                            change={change}
                            select={select}
                        />
                    </>
                )}
            </div>
        </Fold>
    );
}

/** The arrow keys lead from one answer to the next, as in any list. */
function walk(event: KeyboardEvent<HTMLElement>) {
    const by = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    if (by === 0 || event.altKey) {
        return;
    }
    const boxes = [...event.currentTarget.querySelectorAll<HTMLElement>('input')];
    const next = boxes[boxes.indexOf(event.target as HTMLElement) + by];
    if (next !== undefined) {
        event.preventDefault();
        next.focus();
    }
}

/** The key and the wrong answers; what is ticked is among the answers of the question. */
function Answers({
    document,
    question,
    workings,
    change,
}: {
    document: QuizDocument;
    question: Question;
    workings: Workings;
    change: (document: QuizDocument) => void;
}) {
    const [all, setAll] = useState(false);
    const list = useRef<HTMLUListElement>(null);
    if (!takes(question, workings.key)) {
        return <Notice>{say('build.workings.other-kind', { kind: kindWithin(question.kind) })}</Notice>;
    }
    const offers = workings.offers.filter((offer) => takes(question, offer));
    const shown = all ? offers : offers.slice(0, seen);
    const toggle = (answer: WorkedAnswer, slips: string[] | null, isTaken: boolean) =>
        change(isTaken ? withoutAnswer(document, question, answer) : withAnswer(document, question, answer, slips));
    const isNew = taken(question, workings.key) === null && offers.every((offer) => taken(question, offer) === null);
    return (
        <>
            {isNew && (
                <Button
                    weight="plain"
                    className="justify-self-start"
                    onClick={() => {
                        change(withFirst(document, question, { ...workings, offers }, first));
                        // The button goes; what it took stands in the list.
                        list.current?.querySelector('input')?.focus();
                    }}
                >
                    {say('build.workings.take-first', { count: Math.min(first, offers.length) })}
                </Button>
            )}
            <ul ref={list} className="grid gap-1" onKeyDown={walk}>
                <Row
                    answer={workings.key}
                    words={say('build.workings.right')}
                    checked={taken(question, workings.key)?.right === true}
                    onChange={(isTaken) => toggle(workings.key, null, isTaken)}
                />
                {shown.map((offer) => {
                    const entry = taken(question, offer);
                    return (
                        <Row
                            key={offer.typed}
                            answer={offer}
                            words={slipsInWords(offer.slips)}
                            also={offer.also.map(slipsInWords)}
                            lines={[offer.before, offer.after]}
                            checked={entry !== null && !entry.right}
                            onChange={(isTaken) => toggle(offer, offer.slips, isTaken)}
                        />
                    );
                })}
            </ul>
            {shown.length < offers.length && (
                <button
                    type="button"
                    className="justify-self-start text-sm text-accent underline underline-offset-2"
                    onClick={() => setAll(true)}
                >
                    {say('build.workings.more', { count: offers.length - shown.length })}
                </button>
            )}
        </>
    );
}

function Row({
    answer,
    words,
    also = [],
    lines = null,
    checked,
    onChange,
}: {
    answer: WorkedAnswer;
    words: string;
    also?: string[];
    /** The line in which the slip is made, and what it gives. */
    lines?: [string, string] | null;
    checked: boolean;
    onChange: (wasTaken: boolean) => void;
}) {
    return (
        <li>
            <label className="grid cursor-pointer grid-cols-[auto_4.5rem_1fr] items-start gap-x-3 rounded-md px-2 py-1 hover:bg-tint">
                <input type="checkbox" className="mt-1" checked={checked} onChange={() => onChange(checked)} />
                <span>
                    <Formula tex={answer.tex} alternative={answer.typed} inline />
                </span>
                <span className="min-w-0 text-sm">
                    {words}
                    {also.length > 0 && <span className="text-soft"> {say('build.workings.also', { slips: also.join(', ') })}</span>}
                    {lines !== null && (
                        <span className="block overflow-x-auto text-soft" aria-hidden="true">
                            <Formula tex={`${lines[0]} \\;\\to\\; ${lines[1]}`} alternative="" inline />
                        </span>
                    )}
                </span>
            </label>
        </li>
    );
}

/** Wrong answers that were written by hand, with the slips that lead to them. */
function ByHand({
    document,
    question,
    workings,
    change,
}: {
    document: QuizDocument;
    question: Question;
    workings: Workings;
    change: (document: QuizDocument) => void;
}) {
    const explained = workings.ways.flatMap(({ answer, slips }) => {
        const entry = question.entries.find(
            (one) => !one.right && (one.misconception ?? null) === null && entryName(one, question.kind) === answer,
        );
        return entry === undefined || slips.length === 0 ? [] : [{ entry, answer, slips }];
    });
    return explained.map(({ entry, answer, slips }) => (
        <p key={entry.id} className="flex flex-wrap items-baseline gap-x-3 text-sm">
            <span>{say('build.workings.written-by-hand', { answer, slips: slipsInWords(slips) })}</span>
            <button
                type="button"
                className="text-accent underline underline-offset-2"
                onClick={() => change(withMisconception(document, question, entry, slips))}
            >
                {say('build.workings.take-misconception')}
            </button>
        </p>
    ));
}
