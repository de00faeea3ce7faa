import { ArrowDown, ArrowUp, X } from 'lucide-react';
import type { Gap, Question } from '../../api/types';
import { isNamed, newEntry, newItem, numberedSentence, withoutGap, withSentence } from '../../quiz/document';
import { Button } from '../../ui/Button';
import { Check, Field, inputClass, Select } from '../../ui/Field';
import { ParsedField } from '../../ui/ParsedField';
import { decimal, ShareField } from '../../ui/ShareField';
import { ulid } from '../../ui/ulid';
import { say } from '../../words/words';
import { RichField } from './RichField';

interface Props {
    question: Question;
    put: (changes: Partial<Question>) => void;
}

/** What is particular to a kind of question, beside its entries. */
export function KindFields({ question, put }: Props) {
    switch (question.kind) {
        case 'number':
            return <NumberFields question={question} put={put} />;
        case 'expression':
            return (
                <div className="grid grid-cols-2 gap-3">
                    <Select
                        label={say('build.kind-fields.form-asked-for')}
                        value={question.form ?? 'any'}
                        onChange={(event) => put({ form: event.currentTarget.value as NonNullable<Question['form']> })}
                    >
                        <option value="any">{say('build.kind-fields.any')}</option>
                        <option value="expanded">{say('build.kind-fields.expanded')}</option>
                        <option value="factored">{say('build.kind-fields.factored-as-the-answer-is')}</option>
                        <option value="simplified">{say('build.kind-fields.no-longer-than-the-answer')}</option>
                    </Select>
                    <Field
                        label={say('build.kind-fields.names-of-several-letters')}
                        placeholder={say('build.kind-fields.names-example')}
                        defaultValue={(question.names ?? []).join(', ')}
                        onBlur={(event) =>
                            put({
                                names: event.currentTarget.value
                                    .split(/[\s,;]+/)
                                    .filter((name) => /^\p{L}{2,20}$/u.test(name))
                                    .slice(0, 20),
                            })
                        }
                    />
                </div>
            );
        case 'short-text':
            return <TextRuleFields question={question} put={put} />;
        case 'gaps':
            return (
                <>
                    <GapFields question={question} put={put} />
                    <TextRuleFields question={question} put={put} />
                    <ByParts question={question} put={put} />
                </>
            );
        case 'order':
            return (
                <>
                    <Items question={question} put={put} legend={say('build.kind-fields.things-to-put-in-order')} />
                    <ByParts question={question} put={put} />
                </>
            );
        case 'match':
            return (
                <>
                    <Pairs question={question} put={put} />
                    <ByParts question={question} put={put} />
                </>
            );
        case 'several-choices':
            return <ByParts question={question} put={put} />;
        case 'one-choice':
        case 'true-false':
            return (
                <Check
                    label={say('build.kind-fields.show-as-a-drop-down')}
                    checked={question.show === 'drop-down'}
                    onChange={(on) => put({ show: on ? 'drop-down' : 'list' })}
                />
            );
        case 'written':
            return (
                <>
                    <RichField
                        label={say('build.kind-fields.model-answer')}
                        hint={say('build.kind-fields.students-see-it-after-they')}
                        value={question.model ?? ''}
                        onChange={(model) => put({ model })}
                    />
                    <Check
                        label={say('build.kind-fields.i-read-these-answers-myself')}
                        checked={question.readByTeacher ?? false}
                        onChange={(readByTeacher) => put({ readByTeacher })}
                    />
                </>
            );
        case 'hand-in':
            return (
                <fieldset className="flex flex-wrap gap-4">
                    <legend className="mb-1 text-sm font-semibold">{say('build.kind-fields.what-can-be-handed-in')}</legend>
                    {(['picture', 'sound', 'file'] as const).map((kind) => (
                        <Check
                            key={kind}
                            label={kind}
                            checked={question.accepts?.includes(kind) ?? true}
                            onChange={(on) => {
                                const others = (question.accepts ?? ['picture', 'sound', 'file']).filter((other) => other !== kind);
                                put({ accepts: on ? [...others, kind] : others });
                            }}
                        />
                    ))}
                </fieldset>
            );
        default:
            return null;
    }
}

function ByParts({ question, put }: Props) {
    return (
        <Check
            label={say('build.kind-fields.part-of-the-points-for')}
            checked={question.scoring === 'parts'}
            onChange={(on) => put({ scoring: on ? 'parts' : 'all' })}
        />
    );
}

function NumberFields({ question, put }: Props) {
    const { tolerance } = question;
    return (
        <div className="grid grid-cols-2 gap-3">
            <ParsedField
                label={tolerance.kind === 'figures' ? say('build.kind-fields.significant-figures') : say('build.kind-fields.may-differ-by')}
                value={tolerance.value}
                read={decimal}
                write={(value) => value}
                wrong={say('build.kind-fields.write-it-like-0-5')}
                inputMode="decimal"
                onChange={(value) => put({ tolerance: { ...tolerance, value } })}
            />
            <Select
                label={say('build.kind-fields.counted-as')}
                value={tolerance.kind}
                onChange={(event) => put({ tolerance: { ...tolerance, kind: event.currentTarget.value as Question['tolerance']['kind'] } })}
            >
                <option value="absolute">{say('build.kind-fields.a-distance')}</option>
                <option value="relative">{say('build.kind-fields.a-share-of-the-answer')}</option>
                <option value="figures">{say('build.kind-fields.significant-figures-2')}</option>
            </Select>
            <ShareField
                label={say('build.kind-fields.points-for-the-right-number')}
                value={question.unitShare ?? 0}
                onChange={(unitShare) => put({ unitShare })}
            />
            <p className="self-end pb-2 text-sm text-soft">{say('build.kind-fields.write-the-unit-with-the')}</p>
        </div>
    );
}

function TextRuleFields({ question, put }: Props) {
    const rules = question.text ?? {};
    const set = (changes: NonNullable<Question['text']>) => put({ text: { ...rules, ...changes } });
    return (
        <div className="grid gap-2">
            <Select
                label={say('build.kind-fields.a-slip-of-the-pen')}
                value={rules.spelling ?? 'exact'}
                onChange={(event) => set({ spelling: event.currentTarget.value as 'exact' | 'ask' | 'accept' })}
            >
                <option value="exact">{say('build.kind-fields.is-another-word')}</option>
                <option value="ask">{say('build.kind-fields.is-asked-back-look-at')}</option>
                <option value="accept">{say('build.kind-fields.is-taken-and-mentioned')}</option>
            </Select>
            <div className="flex flex-wrap gap-4">
                <Check
                    label={say('build.kind-fields.accents-do-not-matter')}
                    checked={rules.ignoreDiacritics ?? false}
                    onChange={(ignoreDiacritics) => set({ ignoreDiacritics })}
                />
                <Check
                    label={say('build.kind-fields.punctuation-does-not-matter')}
                    checked={rules.ignorePunctuation ?? false}
                    onChange={(ignorePunctuation) => set({ ignorePunctuation })}
                />
                <Check
                    label={say('build.kind-fields.words-in-any-order')}
                    checked={rules.anyWordOrder ?? false}
                    onChange={(anyWordOrder) => set({ anyWordOrder })}
                />
            </div>
        </div>
    );
}

const icon = 'grid size-9 shrink-0 place-items-center rounded-md hover:bg-tint disabled:opacity-40';

function Items({ question, put, legend }: Props & { legend: string }) {
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

function Pairs({ question, put }: Props) {
    const items = question.items ?? [];
    const pairs = question.pairs ?? [];
    const word = (id: string | null) => items.find((item) => item.id === id)?.text ?? '';
    const spare = items.filter((item) => !pairs.some((pair) => pair.item === item.id));
    const setItem = (id: string, text: string) => put({ items: items.map((item) => (item.id === id ? { ...item, text } : item)) });
    return (
        <fieldset className="grid gap-2">
            <legend className="mb-1 text-sm font-semibold">{say('build.kind-fields.pairs-that-belong-together')}</legend>
            {pairs.map((pair, index) => (
                <div key={pair.id} className="flex items-center gap-2">
                    <RichField
                        line
                        label={say('build.kind-fields.left-of-pair', { number: index + 1 })}
                        value={pair.text}
                        onChange={(text) => put({ pairs: pairs.map((other) => (other.id === pair.id ? { ...other, text } : other)) })}
                    />
                    <span aria-hidden="true">→</span>
                    <RichField
                        line
                        label={say('build.kind-fields.right-of-pair', { number: index + 1 })}
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
                <Button
                    onClick={() => {
                        const item = newItem();
                        put({ items: [...items, item], pairs: [...pairs, { id: ulid(), text: '', item: item.id }] });
                    }}
                >
                    {say('build.kind-fields.add-a-pair')}
                </Button>
                <Button onClick={() => put({ items: [...items, newItem()] })}>{say('build.kind-fields.add-one-that-fits-nothing')}</Button>
            </div>
        </fieldset>
    );
}

function GapFields({ question, put }: Props) {
    const gaps = question.gaps ?? [];
    const putGap = (gap: Gap) => put({ gaps: gaps.map((other) => (other.id === gap.id ? gap : other)) });
    return (
        <>
            <RichField
                label={say('build.kind-fields.sentence')}
                hint={say('build.kind-fields.write-1-where-the-first')}
                value={numberedSentence(question)}
                onChange={(numbered) => {
                    const { sentence, gaps: named } = withSentence(question, numbered);
                    put({ sentence: sentence ?? '', gaps: named ?? [] });
                }}
            />
            {gaps.map((gap, index) => (
                <fieldset key={gap.id} className="grid gap-2 rounded-md border border-line bg-sheet p-2">
                    <legend className="px-1 text-sm font-semibold">
                        {say('build.kind-fields.gap', { number: index + 1, isNamed: isNamed(question, index) ? 'yes' : 'no' })}
                    </legend>
                    {!isNamed(question, index) && (
                        <Button
                            className="justify-self-start"
                            onClick={() => {
                                const { sentence, gaps: left } = withoutGap(question, index);
                                put({ sentence: sentence ?? '', gaps: left ?? [] });
                            }}
                        >
                            {say('build.kind-fields.take-gap-out', { number: index + 1 })}
                        </Button>
                    )}
                    <Select
                        label={say('build.kind-fields.filled')}
                        value={gap.show}
                        onChange={(event) => putGap({ ...gap, show: event.currentTarget.value as Gap['show'] })}
                    >
                        <option value="typed">{say('build.kind-fields.by-typing')}</option>
                        <option value="list">{say('build.kind-fields.from-a-list')}</option>
                    </Select>
                    {gap.entries.map((entry, at) => (
                        <div key={entry.id} className="flex items-center gap-2">
                            <select
                                className="rounded-md border border-edge bg-sheet px-1 py-1.5 text-sm"
                                aria-label={say('build.kind-fields.answer-of-gap-is', { answer: at + 1, gap: index + 1 })}
                                value={entry.right ? 'right' : 'wrong'}
                                onChange={(event) =>
                                    putGap({
                                        ...gap,
                                        entries: gap.entries.map((other) =>
                                            other.id === entry.id ? { ...other, right: event.currentTarget.value === 'right' } : other,
                                        ),
                                    })
                                }
                            >
                                <option value="right">{say('build.kind-fields.right')}</option>
                                <option value="wrong">{say('build.kind-fields.wrong')}</option>
                            </select>
                            <input
                                className={inputClass}
                                aria-label={say('build.kind-fields.answer-of-gap', { answer: at + 1, gap: index + 1 })}
                                value={entry.key ?? ''}
                                maxLength={500}
                                onChange={(event) =>
                                    putGap({
                                        ...gap,
                                        entries: gap.entries.map((other) =>
                                            other.id === entry.id ? { ...other, key: event.currentTarget.value } : other,
                                        ),
                                    })
                                }
                            />
                            <button
                                type="button"
                                className={icon}
                                aria-label={say('build.kind-fields.remove-answer-of-gap', { answer: at + 1, gap: index + 1 })}
                                onClick={() => putGap({ ...gap, entries: gap.entries.filter((other) => other.id !== entry.id) })}
                            >
                                <X size={16} />
                            </button>
                        </div>
                    ))}
                    <Button
                        className="justify-self-start"
                        onClick={() => putGap({ ...gap, entries: [...gap.entries, newEntry(gap.entries.length === 0)] })}
                    >
                        {say('build.kind-fields.add-an-answer-to-this')}
                    </Button>
                </fieldset>
            ))}
        </>
    );
}
