import type { Terms } from '../api/types';
import { say } from '../words/words';
import { EachTerm } from './EachTerm';
import { PurposeChoice } from './PurposeChoice';

interface Props {
    terms: Terms;
    quizzes?: { id: string; title: string }[];
    /** Whether the task has a closing time, where that is known. */
    closes?: boolean | undefined;
    onChange: (terms: Terms) => void;
}

/** How a quiz is given: a purpose, what it means for a student in plain words, and behind it the terms one by one. */
export function TermsEditor({ terms, quizzes = [], closes, onChange }: Props) {
    return (
        <div className="grid gap-4">
            <PurposeChoice terms={terms} closes={closes} onChange={onChange} />
            <details>
                <summary className="mb-3 text-sm font-semibold">{say('teacher.terms-editor.each-term')}</summary>
                <EachTerm terms={terms} quizzes={quizzes} closes={closes} onChange={onChange} />
            </details>
        </div>
    );
}
