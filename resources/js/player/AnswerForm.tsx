import { type ReactNode, useEffect, useId, useState } from 'react';
import type { Answer, QuestionPlace } from '../api/types';
import { inputClass } from '../ui/Field';

interface Props {
    place: QuestionPlace;
    /** Under this name a typed answer is kept on the device until it is sent. */
    draft: string | null;
    disabled: boolean;
    onSubmit: (answer: Answer) => void;
    /** The buttons below, which are told whether there is something to send. */
    children: (ready: boolean) => ReactNode;
}

function kept(draft: string | null): Answer | null {
    try {
        return draft === null ? null : (JSON.parse(localStorage.getItem(draft) ?? 'null') as Answer | null);
    } catch {
        return null;
    }
}

/** The answers of a question, as a form: one or several options, or a line to type. */
export function AnswerForm({ place, draft, disabled, onSubmit, children }: Props) {
    const { question } = place;
    const choosing = question.kind === 'one-choice' || question.kind === 'several-choices';
    const [answer, setAnswer] = useState<Answer>(() => kept(draft) ?? (choosing ? { choices: [] } : { text: '' }));
    const id = useId();

    useEffect(() => {
        if (draft !== null) {
            localStorage.setItem(draft, JSON.stringify(answer));
        }
    }, [answer, draft]);

    const chosen = 'choices' in answer ? answer.choices : [];
    const text = 'text' in answer ? answer.text : '';
    const ready = choosing ? chosen.length > 0 : text.trim() !== '';
    const choose = (option: string, on: boolean) => {
        if (question.kind === 'one-choice') {
            setAnswer({ choices: [option] });
        } else {
            setAnswer({ choices: on ? [...chosen, option] : chosen.filter((other) => other !== option) });
        }
    };

    return (
        <form
            className="flex flex-1 flex-col"
            onSubmit={(event) => {
                event.preventDefault();
                if (ready && !disabled) {
                    onSubmit(answer);
                }
            }}
        >
            <fieldset disabled={disabled} className="flex flex-1 flex-col gap-2.5">
                <legend className="mb-3 text-soft">
                    {question.kind === 'several-choices'
                        ? 'Choose all that are right.'
                        : question.kind === 'one-choice'
                          ? 'Choose one.'
                          : 'Write your answer.'}
                </legend>
                {choosing ? (
                    question.options.map((option) => {
                        const tried = place.tried.includes(option.id);
                        return (
                            <label
                                key={option.id}
                                className="flex min-h-13 items-center gap-3 rounded-md border border-edge bg-sheet px-4 py-2.5 text-lg has-checked:border-accent has-checked:bg-tint has-focus-visible:outline-3 has-focus-visible:outline-offset-2 has-focus-visible:outline-accent"
                            >
                                <input
                                    type={question.kind === 'one-choice' ? 'radio' : 'checkbox'}
                                    name={`${id}-choice`}
                                    className="size-5 shrink-0 accent-accent outline-none"
                                    checked={chosen.includes(option.id)}
                                    onChange={(event) => choose(option.id, event.currentTarget.checked)}
                                />
                                <span className={tried ? 'text-soft' : ''}>{option.text}</span>
                                {tried && <span className="ml-auto shrink-0 text-sm text-soft">tried</span>}
                            </label>
                        );
                    })
                ) : (
                    <input
                        className={`${inputClass} min-h-13 text-xl`}
                        aria-label={question.kind === 'number' ? 'Your answer, a number' : 'Your answer'}
                        value={text}
                        autoComplete="off"
                        autoCapitalize="off"
                        spellCheck={false}
                        maxLength={2000}
                        onChange={(event) => setAnswer({ text: event.currentTarget.value })}
                    />
                )}
            </fieldset>
            {children(ready)}
        </form>
    );
}
