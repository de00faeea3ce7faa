import { ArrowDown, ArrowUp, X } from 'lucide-react';
import { moved } from '../../quiz/document';
import { newItem } from '../../quiz/making';
import { isEmpty } from '../../quiz/text';
import { focusField, RichField } from '../../richtext/RichField';
import { Button } from '../../ui/Button';
import { say } from '../../words/words';
import type { Props } from './KindFields';

export const icon = 'grid size-9 shrink-0 place-items-center rounded-md hover:bg-tint disabled:opacity-40';

/** Things in their right order; Enter leads from one to the next, and an empty one ends the list. */
export function Items({ question, put, legend, onEnd }: Pick<Props, 'question' | 'put' | 'onEnd'> & { legend: string }) {
    const items = question.items ?? [];
    const leadOn = (index: number) => {
        const next = items[index + 1];
        if (next !== undefined) {
            focusField(`item:${next.id}`);
        } else if (isEmpty(items[index]?.text ?? '')) {
            onEnd();
        } else {
            const item = newItem();
            put({ items: [...items, item] });
            setTimeout(() => focusField(`item:${item.id}`));
        }
    };
    const swap = (at: number, to: number) => put({ items: moved(items, at, to) });
    return (
        <fieldset className="grid gap-2">
            <legend className="mb-1 text-sm font-semibold">{legend}</legend>
            {items.map((item, index) => (
                <div key={item.id} className="flex items-center gap-1">
                    <span className="w-5 text-right text-sm text-soft">{index + 1}</span>
                    <RichField
                        line
                        hideLabel
                        label={say('build.kind-fields.thing', { number: index + 1 })}
                        name={`item:${item.id}`}
                        onEnter={() => leadOn(index)}
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
        </fieldset>
    );
}
