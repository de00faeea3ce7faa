import { useState } from 'react';
import type { Question } from '../../api/types';
import { isEmpty } from '../../quiz/text';
import { focusField, RichField } from '../../richtext/RichField';
import { say } from '../../words/words';

interface Props {
    question: Question;
    /** Whether answers are told right or not. */
    marked: boolean;
    put: (changes: Partial<Question>) => void;
    onEnd: () => void;
}

const verdicts = ['right', 'notRight'] as const;

const labels = { right: say('build.question-editor.when-it-is-right'), notRight: say('build.question-editor.when-it-is-not-right') };

const placeholders = {
    right: say('build.question-editor.say-the-idea-once-more'),
    notRight: say('build.question-editor.say-where-to-look'),
};

/** What is said after an answer: an explanation to everybody; behind it what is said to right and to other answers. */
export function Explanations({ question, marked, put, onEnd }: Props) {
    const [opened, setOpened] = useState<(typeof verdicts)[number][]>([]);
    const isOpen = (verdict: (typeof verdicts)[number]) => opened.includes(verdict) || !isEmpty(question.feedback[verdict]);
    const closed = marked ? verdicts.filter((verdict) => !isOpen(verdict)) : [];
    return (
        <>
            <RichField
                label={say('build.question-editor.explanation-for-everybody')}
                placeholder={say('build.question-editor.say-the-idea-once-more')}
                name={`explanation:${question.id}`}
                value={question.explanation ?? ''}
                onChange={(explanation) => put({ explanation })}
                onEnter={onEnd}
            />
            {marked &&
                verdicts
                    .filter(isOpen)
                    .map((verdict) => (
                        <RichField
                            key={verdict}
                            label={labels[verdict]}
                            placeholder={placeholders[verdict]}
                            name={`${verdict}:${question.id}`}
                            value={question.feedback[verdict]}
                            onChange={(text) => put({ feedback: { ...question.feedback, [verdict]: text } })}
                            onEnter={onEnd}
                        />
                    ))}
            {closed.length > 0 && (
                <p className="flex flex-wrap gap-x-4 text-sm">
                    {closed.map((verdict) => (
                        <button
                            key={verdict}
                            type="button"
                            className="text-soft underline underline-offset-2"
                            onClick={() => {
                                setOpened([...opened, verdict]);
                                setTimeout(() => focusField(`${verdict}:${question.id}`));
                            }}
                        >
                            {say('build.explanations.also', { verdict })}
                        </button>
                    ))}
                </p>
            )}
        </>
    );
}
