import { ArrowDown, ArrowUp, X } from 'lucide-react';
import { newEntry, newItem } from '../../quiz/making';
import { Button } from '../../ui/Button';
import { ParsedField } from '../../ui/ParsedField';
import { say } from '../../words/words';
import type { Props } from './KindFields';
import { RichField } from './RichField';

export const icon = 'grid size-9 shrink-0 place-items-center rounded-md hover:bg-tint disabled:opacity-40';

export function Items({ question, put, legend }: Props & { legend: string }) {
    const items = question.items ?? [];
    const swap = (at: number, to: number) => put({ items: items.toSpliced(at, 1).toSpliced(to, 0, items[at] as (typeof items)[number]) });
    return (
        <fieldset className="grid gap-2">
            <legend className="mb-1 text-sm font-semibold">{legend}</legend>
            {items.map((item, index) => (
                <div key={item.id} className="flex items-center gap-1">
                    <span className="w-5 text-right text-sm text-soft">{index + 1}</span>
                    <RichField
                        line
                        label={say('build.kind-fields.thing', { number: index + 1 })}
                        value={item.text}
                        onChange={(text) => put({ items: items.map((other) => (other.id === item.id ? { ...other, text } : other)) })}
                    />
                    <button
                        type="button"
                        className={icon}
                        aria-label={say('build.kind-fields.move-thing-up', { number: index + 1 })}
                        disabled={index === 0}
                        onClick={() => swap(index, index - 1)}
                    >
                        <ArrowUp size={16} />
                    </button>
                    <button
                        type="button"
                        className={icon}
                        aria-label={say('build.kind-fields.move-thing-down', { number: index + 1 })}
                        disabled={index === items.length - 1}
                        onClick={() => swap(index, index + 1)}
                    >
                        <ArrowDown size={16} />
                    </button>
                    <button
                        type="button"
                        className={icon}
                        aria-label={say('build.kind-fields.remove-thing', { number: index + 1 })}
                        onClick={() =>
                            put({
                                items: items.filter((other) => other.id !== item.id),
                                entries: question.entries.filter((entry) => !(entry.order ?? []).includes(item.id)),
                            })
                        }
                    >
                        <X size={16} />
                    </button>
                </div>
            ))}
            <Button className="justify-self-start" onClick={() => put({ items: [...items, newItem()] })}>
                {say('build.kind-fields.add-a-thing')}
            </Button>
            <Foreseen question={question} put={put} />
        </fieldset>
    );
}

/** Wrong orders that are foreseen, each written as the numbers of the things: 2 1 3. */
function Foreseen({ question, put }: Props) {
    const items = question.items ?? [];
    const entries = question.entries.filter((entry) => (entry.order ?? []).length > 0);
    return (
        <>
            {entries.map((entry) => (
                <div key={entry.id} className="grid grid-cols-[8rem_1fr_auto] items-start gap-2 rounded-md border border-line bg-sheet p-2">
                    <ParsedField
                        label={say('build.kind-fields.wrong-order')}
                        value={(entry.order ?? []).map((id) => items.findIndex((item) => item.id === id) + 1).join(' ')}
                        read={(text) => {
                            const numbers = text
                                .trim()
                                .split(/[\s,]+/)
                                .map(Number);
                            const whole =
                                numbers.length === items.length &&
                                new Set(numbers).size === items.length &&
                                numbers.every((n) => items[n - 1] !== undefined);
                            return whole ? numbers.join(' ') : null;
                        }}
                        write={(text) => text}
                        wrong={say('build.kind-fields.all-numbers-from-1-to', { items: items.length })}
                        onChange={(text) => {
                            const order = text.split(' ').map((n) => items[Number(n) - 1]?.id ?? '');
                            put({ entries: question.entries.map((other) => (other.id === entry.id ? { ...other, order } : other)) });
                        }}
                    />
                    <RichField
                        label={say('build.kind-fields.feedback-to-it')}
                        value={entry.feedback}
                        onChange={(feedback) =>
                            put({ entries: question.entries.map((other) => (other.id === entry.id ? { ...other, feedback } : other)) })
                        }
                    />
                    <button
                        type="button"
                        className={`${icon} mt-6`}
                        aria-label={say('build.kind-fields.remove-this-wrong-order')}
                        onClick={() => put({ entries: question.entries.filter((other) => other.id !== entry.id) })}
                    >
                        <X size={16} />
                    </button>
                </div>
            ))}
            <Button
                className="justify-self-start"
                disabled={items.length < 2}
                onClick={() => put({ entries: [...question.entries, { ...newEntry(), order: items.map((item) => item.id).reverse() }] })}
            >
                {say('build.kind-fields.add-an-expected-wrong-order')}
            </Button>
        </>
    );
}
