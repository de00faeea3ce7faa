import { useQuery } from '@tanstack/react-query';
import { client, take } from '../api/client';
import type { Purpose, Terms } from '../api/types';
import { Select } from '../ui/Field';
import { say } from '../words/words';

const purposes: Record<Purpose, string> = {
    learn: say('teacher.terms-editor.learn-loop-until-right-help'),
    check: say('teacher.terms-editor.check-handed-in-whole-one'),
    starter: say('teacher.terms-editor.starter-two-tries-help-one'),
    'exit-check': say('teacher.terms-editor.exit-check-one-try-no'),
};

/** What terms mean, in sentences, and all their members. */
export function useToldTerms(terms: Terms) {
    return useQuery({
        queryKey: ['terms', JSON.stringify(terms)],
        queryFn: () => take(client.POST('/terms', { body: terms })),
        placeholderData: (before) => before,
    });
}

interface Props {
    terms: Terms;
    onChange: (terms: Terms) => void;
    /** What a student is told stands behind one sentence, instead of all of it at once. */
    short?: boolean;
}

/** A purpose sets all terms at once; what a student will experience by it is said in plain words. */
export function PurposeChoice({ terms, onChange, short = false }: Props) {
    const told = useToldTerms(terms);
    const purpose = terms.purpose ?? 'learn';
    const sentences = told.data !== undefined && (
        <>
            {told.data.sentences.map((sentence) => (
                <p key={sentence}>{sentence}</p>
            ))}
            {told.data.consequences.map((sentence) => (
                <p key={sentence} className="mt-1 text-yet">
                    {sentence}
                </p>
            ))}
        </>
    );
    return (
        <>
            <Select
                label={say('teacher.terms-editor.purpose')}
                value={purpose}
                // What opens the task is no matter of its purpose, and stays.
                onChange={(event) =>
                    onChange({
                        purpose: event.currentTarget.value as Purpose,
                        ...(terms.gates === undefined ? {} : { gates: terms.gates }),
                    })
                }
            >
                {(Object.keys(purposes) as Purpose[]).map((one) => (
                    <option key={one} value={one}>
                        {purposes[one]}
                    </option>
                ))}
            </Select>
            {told.data !== undefined && (
                <div className="rounded-md border-l-4 border-rail bg-sheet px-3 py-2 text-sm">
                    {short ? (
                        <>
                            <p className="text-base">{say('teacher.terms-editor.in-a-sentence', { purpose })}</p>
                            <details>
                                <summary className="mt-1 font-semibold">{say('teacher.terms-editor.what-a-student-is-told')}</summary>
                                {sentences}
                            </details>
                        </>
                    ) : (
                        <>
                            <p className="font-semibold">{say('teacher.terms-editor.what-a-student-is-told')}</p>
                            {sentences}
                        </>
                    )}
                </div>
            )}
            {told.error !== null && <p className="text-sm font-semibold text-accent">{told.error.message}</p>}
        </>
    );
}
