import { X } from 'lucide-react';
import type { Gap } from '../../api/types';
import { isNamed, numberedSentence, withoutGap, withSentence } from '../../quiz/gaps';
import { newEntry } from '../../quiz/making';
import { Button } from '../../ui/Button';
import { inputClass, Select } from '../../ui/Field';
import { say } from '../../words/words';
import { icon } from './ItemFields';
import type { Props } from './KindFields';
import { RichField } from './RichField';

export function GapFields({ question, put }: Props) {
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
