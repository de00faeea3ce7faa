import { ArrowDown, ArrowUp } from 'lucide-react';
import { useRef, useState } from 'react';
import { nameOf } from '../../quiz/text';
import { inputClass } from '../../ui/Field';
import { say } from '../../words/words';
import { Rich } from '../Rich';
import type { InputProps } from './parts';

/** What is arranged: of a question that is asked, or while it is written. */
type Arranged = Omit<InputProps, 'question' | 'tried'> & { question: Pick<InputProps['question'], 'items' | 'pairs'> };

const small = 'grid size-11 shrink-0 place-items-center rounded-md border border-edge bg-paper disabled:opacity-40';

/** Things to put in order: dragged with a finger or a mouse, or moved by their buttons; each move is read out. */
export function Order({ question, answer, onChange }: Omit<Arranged, 'parts'>) {
    const items = question.items ?? [];
    const order = 'order' in answer ? answer.order : [];
    const [dragged, setDragged] = useState<string | null>(null);
    const [told, setTold] = useState('');
    const list = useRef<HTMLOListElement>(null);
    const name = (id: string) => nameOf(items.find((item) => item.id === id)?.text ?? '');
    const move = (id: string, to: number) => {
        const from = order.indexOf(id);
        if (to < 0 || to >= order.length || from === to) {
            return;
        }
        onChange({ order: order.toSpliced(from, 1).toSpliced(to, 0, id) });
        setTold(say('player.arranged.is-now-number-of', { name: name(id), number: to + 1, order: order.length }));
    };
    const dragTo = (y: number) => {
        const rows = [...(list.current?.children ?? [])];
        const to = rows.findIndex((row) => y < row.getBoundingClientRect().bottom);
        if (dragged !== null) {
            move(dragged, to < 0 ? rows.length - 1 : to);
        }
    };
    return (
        <>
            <ol ref={list} className="grid gap-2">
                {order.map((id, index) => {
                    const item = items.find((other) => other.id === id);
                    return (
                        <li
                            key={id}
                            className={`flex min-h-13 items-center gap-2 rounded-md border bg-sheet py-1 pr-1 pl-3 text-lg ${dragged === id ? 'border-accent bg-tint' : 'border-edge'}`}
                        >
                            <span
                                className="flex flex-1 cursor-grab touch-none items-center gap-3 py-1.5 select-none"
                                onPointerDown={(event) => {
                                    event.currentTarget.setPointerCapture(event.pointerId);
                                    setDragged(id);
                                }}
                                onPointerMove={(event) => dragged === id && dragTo(event.clientY)}
                                onPointerUp={() => setDragged(null)}
                                onPointerCancel={() => setDragged(null)}
                            >
                                <span className="w-6 shrink-0 text-right text-soft">{index + 1}.</span>
                                <Rich inline text={item?.text ?? ''} />
                            </span>
                            <button
                                type="button"
                                className={small}
                                aria-label={say('player.arranged.move-up', { name: name(id) })}
                                disabled={index === 0}
                                onClick={() => move(id, index - 1)}
                            >
                                <ArrowUp size={20} />
                            </button>
                            <button
                                type="button"
                                className={small}
                                aria-label={say('player.arranged.move-down', { name: name(id) })}
                                disabled={index === order.length - 1}
                                onClick={() => move(id, index + 1)}
                            >
                                <ArrowDown size={20} />
                            </button>
                        </li>
                    );
                })}
            </ol>
            <p className="sr-only" aria-live="polite">
                {told}
            </p>
        </>
    );
}

/** Pairs to match: for each thing on the left, one is chosen from a list. */
export function Match({ question, answer, onChange, parts }: Arranged) {
    const made = 'pairs' in answer ? answer.pairs : {};
    return (
        <ul className="grid gap-2.5">
            {(question.pairs ?? []).map((pair) => (
                <li
                    key={pair.id}
                    className="grid items-center gap-x-4 gap-y-1 rounded-md border border-edge bg-sheet p-3 sm:grid-cols-[1fr_auto_1fr]"
                >
                    <span className="text-lg" id={`pair-${pair.id}`}>
                        <Rich inline text={pair.text} />
                    </span>
                    <span aria-hidden="true" className="hidden text-soft sm:block">
                        →
                    </span>
                    <span className="flex items-center gap-2">
                        <select
                            className={`${inputClass} min-h-11 text-lg`}
                            aria-labelledby={`pair-${pair.id}`}
                            value={made[pair.id] ?? ''}
                            onChange={(event) => {
                                const { [pair.id]: _, ...others } = made;
                                onChange({
                                    pairs: event.currentTarget.value === '' ? others : { ...others, [pair.id]: event.currentTarget.value },
                                });
                            }}
                        >
                            <option value="">{say('player.arranged.choose')}</option>
                            {(question.items ?? []).map((item) => (
                                <option key={item.id} value={item.id}>
                                    {nameOf(item.text)}
                                </option>
                            ))}
                        </select>
                        {parts !== null && (
                            <span className="shrink-0 text-sm text-soft">
                                {parts[pair.id] === true ? say('player.right') : say('player.not-yet')}
                            </span>
                        )}
                    </span>
                </li>
            ))}
        </ul>
    );
}
