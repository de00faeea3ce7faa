import { X } from 'lucide-react';
import { newItem } from '../../quiz/making';
import { isEmpty } from '../../quiz/text';
import { focusField, RichField } from '../../richtext/RichField';
import { Button } from '../../ui/Button';
import { ulid } from '../../ui/ulid';
import { say } from '../../words/words';
import { icon } from './ItemFields';
import type { Props } from './KindFields';

/** Pairs that belong together; Enter leads from left to right and to the next pair, and an empty one ends the list. */
export function Pairs({ question, put, onEnd }: Pick<Props, 'question' | 'put' | 'onEnd'>) {
    const items = question.items ?? [];
    const pairs = question.pairs ?? [];
    const word = (id: string | null) => items.find((item) => item.id === id)?.text ?? '';
    const spare = items.filter((item) => !pairs.some((pair) => pair.item === item.id));
    const setItem = (id: string, text: string) => put({ items: items.map((item) => (item.id === id ? { ...item, text } : item)) });
    const add = () => {
        const item = newItem();
        const pair = { id: ulid(), text: '', item: item.id };
        put({ items: [...items, item], pairs: [...pairs, pair] });
        return pair.id;
    };
    const leadOn = (index: number) => {
        const next = pairs[index + 1];
        const here = pairs[index];
        if (next !== undefined) {
            focusField(`left:${next.id}`);
        } else if (here === undefined || (isEmpty(here.text) && isEmpty(word(here.item)))) {
            onEnd();
        } else {
            const id = add();
            setTimeout(() => focusField(`left:${id}`));
        }
    };
    return (
        <fieldset className="grid gap-2">
            <legend className="mb-1 text-sm font-semibold">{say('build.kind-fields.pairs-that-belong-together')}</legend>
            {pairs.map((pair, index) => (
                <div key={pair.id} className="flex items-center gap-2">
                    <RichField
                        line
                        hideLabel
                        label={say('build.kind-fields.left-of-pair', { number: index + 1 })}
                        name={`left:${pair.id}`}
                        onEnter={() => focusField(`right:${pair.id}`)}
                        value={pair.text}
                        onChange={(text) => put({ pairs: pairs.map((other) => (other.id === pair.id ? { ...other, text } : other)) })}
                    />
                    <span aria-hidden="true">→</span>
                    <RichField
                        line
                        hideLabel
                        label={say('build.kind-fields.right-of-pair', { number: index + 1 })}
                        name={`right:${pair.id}`}
                        onEnter={() => leadOn(index)}
                        value={word(pair.item)}
                        onChange={(text) => pair.item !== null && setItem(pair.item, text)}
                    />
                    <button
                        type="button"
                        className={icon}
                        aria-label={say('build.kind-fields.remove-pair', { number: index + 1 })}
                        onClick={() =>
                            put({
                                pairs: pairs.filter((other) => other.id !== pair.id),
                                items: items.filter(
                                    (item) =>
                                        item.id !== pair.item || pairs.some((other) => other.id !== pair.id && other.item === item.id),
                                ),
                                entries: question.entries.filter((entry) => entry.pairs?.[pair.id] === undefined),
                            })
                        }
                    >
                        <X size={16} />
                    </button>
                </div>
            ))}
            {spare.map((item) => (
                <div key={item.id} className="flex items-center gap-2">
                    <span className="w-full text-right text-sm text-soft">{say('build.kind-fields.belongs-to-nothing')}</span>
                    <span aria-hidden="true">→</span>
                    <RichField
                        line
                        hideLabel
                        label={say('build.kind-fields.something-that-belongs-to-nothing')}
                        value={item.text}
                        onChange={(text) => setItem(item.id, text)}
                    />
                    <button
                        type="button"
                        className={icon}
                        aria-label={say('build.kind-fields.remove-it')}
                        onClick={() => put({ items: items.filter((other) => other.id !== item.id) })}
                    >
                        <X size={16} />
                    </button>
                </div>
            ))}
            <div className="flex flex-wrap gap-2">
                <Button onClick={add}>{say('build.kind-fields.add-a-pair')}</Button>
                <Button onClick={() => put({ items: [...items, newItem()] })}>{say('build.kind-fields.add-one-that-fits-nothing')}</Button>
            </div>
        </fieldset>
    );
}
