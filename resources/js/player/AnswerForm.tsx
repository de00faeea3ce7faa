import { lazy, type ReactNode, Suspense, useState } from 'react';
import type { Answer, AskedQuestion, QuestionPlace } from '../api/types';
import { say } from '../words/words';
import { Match, Order } from './answers/Arranged';
import { Choices } from './answers/Choices';
import { askedFor, emptyAnswer, type InputProps, isReady } from './answers/parts';
import { Gaps, Line, Written } from './answers/Typed';
import { keepDraft, readDraft } from './drafts';

const MathField = lazy(() => import('./answers/MathField'));
const HandIn = lazy(() => import('./answers/HandIn'));

interface Props {
    place: QuestionPlace;
    /** Under this name a typed answer is kept on the device until it is sent. */
    draft: string | null;
    disabled: boolean;
    /** Where files are handed in; none in a rehearsal. */
    filesTo: string | null;
    onSubmit: (answer: Answer) => void;
    /** Told of each change, and whether there is something to send. */
    onChange?: (answer: Answer, ready: boolean) => void;
    /** The buttons below, which are told whether there is something to send. */
    children: (ready: boolean) => ReactNode;
}

/** What was last sent, where it can be changed or built on, also where it was sent back; choices begin anew after a slip. */
function begun(place: QuestionPlace): Answer | null {
    const response = place.verdict?.response ?? place.sentBack?.response ?? null;
    return response !== null && (place.verdict?.result === null || !('choices' in response)) ? response : null;
}

function Input({ filesTo, ...props }: InputProps & { filesTo: string | null }) {
    const kind: AskedQuestion['kind'] = props.question.kind;
    switch (kind) {
        case 'one-choice':
        case 'several-choices':
        case 'true-false':
        case 'poll':
            return <Choices {...props} />;
        case 'gaps':
            return <Gaps {...props} />;
        case 'order':
            return <Order {...props} />;
        case 'match':
            return <Match {...props} />;
        case 'written':
            return <Written {...props} />;
        case 'hand-in':
            return (
                <Suspense fallback={<p>{say('ui.one-moment')}</p>}>
                    <HandIn {...props} filesTo={filesTo} />
                </Suspense>
            );
        case 'expression':
            return (
                <Suspense fallback={<Line {...props} />}>
                    <MathField {...props} />
                </Suspense>
            );
        default:
            return <Line {...props} />;
    }
}

/** The answer to a question, as a form. */
export function AnswerForm({ place, draft, disabled, filesTo, onSubmit, onChange, children }: Props) {
    const { question } = place;
    const [answer, setAnswer] = useState<Answer>(() => readDraft(draft) ?? begun(place) ?? emptyAnswer(question));

    const ready = isReady(question, answer);
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
                <legend className="mb-3 text-soft">{askedFor(question)}</legend>
                <Input
                    question={question}
                    answer={answer}
                    onChange={(next) => {
                        setAnswer(next);
                        keepDraft(draft, next);
                        onChange?.(next, isReady(question, next));
                    }}
                    tried={place.tried}
                    parts={place.verdict?.parts ?? null}
                    filesTo={filesTo}
                />
            </fieldset>
            {children(ready)}
        </form>
    );
}
