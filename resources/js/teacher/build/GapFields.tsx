import { useRef } from 'react';
import type { Gap } from '../../api/types';
import { inOrderOfSentence, isNamed, withoutGap, withSentence } from '../../quiz/gaps';
import { focusField, RichField } from '../../richtext/RichField';
import { Button } from '../../ui/Button';
import { Select } from '../../ui/Field';
import { say } from '../../words/words';
import { Answers } from './Answers';
import type { Props } from './KindFields';

/** A sentence with gaps, and the answers to each gap, in the order in which they stand. */
export function GapFields({ document, question, findings, put, select, onEnd }: Props) {
    const gaps = inOrderOfSentence(question);
    const putGap = (gap: Gap) => put({ gaps: (question.gaps ?? []).map((other) => (other.id === gap.id ? gap : other)) });
    const first = (gap: Gap | undefined) => `[data-answers-of="${gap?.id ?? ''}"] [data-field]`;
    const toGap = (index: number) => {
        const name = window.document.querySelector<HTMLElement>(first(gaps[index]))?.dataset.field;
        if (name === undefined || !focusField(name)) {
            onEnd();
        }
    };
    // What words a new gap takes the place of is told before the sentence with it.
    const told = useRef(new Map<string, string>());
    return (
        <>
            <RichField
                label={say('build.kind-fields.sentence')}
                hint={say('build.kind-fields.put-gaps-in-brackets')}
                name={`sentence:${question.id}`}
                value={question.sentence ?? ''}
                gaps={gaps.map((gap) => gap.id)}
                onGap={(id, answer) => told.current.set(id, answer)}
                onChange={(sentence) => {
                    const next = withSentence(question, sentence, told.current);
                    put({ sentence, ...(next.gaps === question.gaps ? {} : { gaps: next.gaps ?? [] }) });
                }}
                onEnter={() => toGap(0)}
            />
            {gaps.map((gap, index) => (
                <fieldset key={gap.id} data-answers-of={gap.id} className="grid gap-1.5">
                    <legend className="mb-1 text-sm font-semibold">
                        {say('build.kind-fields.gap', { number: index + 1, isNamed: isNamed(question, gap.id) ? 'yes' : 'no' })}
                    </legend>
                    <Answers
                        document={document}
                        question={question}
                        entries={gap.entries}
                        onChange={(entries) => putGap({ ...gap, entries })}
                        findings={findings}
                        select={select}
                        onEnd={() => toGap(index + 1)}
                        onStart={() => focusField(`sentence:${question.id}`)}
                        called={(_, name) => say('build.kind-fields.answer-of-gap', { answer: Number(name), gap: index + 1 })}
                    />
                    <div className="flex items-center gap-3">
                        <Select
                            label={say('build.kind-fields.filled', { gap: index + 1 })}
                            hideLabel
                            value={gap.show}
                            onChange={(event) => putGap({ ...gap, show: event.currentTarget.value as Gap['show'] })}
                        >
                            <option value="typed">{say('build.kind-fields.by-typing')}</option>
                            <option value="list">{say('build.kind-fields.from-a-list')}</option>
                        </Select>
                        {!isNamed(question, gap.id) && (
                            <Button onClick={() => put({ gaps: withoutGap(question, gap.id).gaps ?? [] })}>
                                {say('build.kind-fields.take-gap-out', { number: index + 1 })}
                            </Button>
                        )}
                    </div>
                </fieldset>
            ))}
        </>
    );
}
