import { useQuery } from '@tanstack/react-query';
import { client, take } from '../api/client';
import type { Purpose, Terms } from '../api/types';
import { Select } from '../ui/Field';
import { say } from '../words/words';
import { useKeptTerms } from './KeptTerms';

const purposes: Record<Purpose, string> = {
    learn: say('teacher.terms-editor.learn-loop-until-right-help'),
    check: say('teacher.terms-editor.check-handed-in-whole-one'),
    starter: say('teacher.terms-editor.starter-two-tries-help-one'),
    'exit-check': say('teacher.terms-editor.exit-check-one-try-no'),
};

/** What terms mean, in sentences, and all their members. `closes`: whether the task has a closing time, where that is known. */
export function useToldTerms(terms: Terms, closes?: boolean) {
    const query = closes === undefined ? {} : { closes: closes ? ('yes' as const) : ('no' as const) };
    return useQuery({
        queryKey: ['terms', JSON.stringify(terms), query],
        queryFn: () => take(client.POST('/terms', { params: { query }, body: terms })),
        placeholderData: (before) => before,
    });
}

interface Props {
    terms: Terms;
    onChange: (terms: Terms) => void;
    /** Whether the task has a closing time, where that is known. */
    closes?: boolean | undefined;
    /** What a student is told stands behind one sentence, instead of all of it at once. */
    short?: boolean;
}

/** A purpose sets all terms at once; what a student will experience by it is said in plain words. */
export function PurposeChoice({ terms, onChange, closes, short = false }: Props) {
    const told = useToldTerms(terms, closes);
    const kept = useKeptTerms();
    const purpose = terms.purpose ?? 'learn';
    // What opens the task is no matter of its purpose, and stays.
    const gates = terms.gates === undefined ? {} : { gates: terms.gates };
    const now = JSON.stringify({ ...told.data?.terms, gates: [] });
    const set = kept.data?.find((one) => JSON.stringify({ ...one.terms, gates: [] }) === now);
    const choose = (chosen: string) => {
        const of = kept.data?.find((one) => one.id === chosen)?.terms;
        onChange({ ...(of ?? { purpose: chosen as Purpose }), ...gates });
    };
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
                value={set?.id ?? purpose}
                onChange={(event) => choose(event.currentTarget.value)}
            >
                {(Object.keys(purposes) as Purpose[]).map((one) => (
                    <option key={one} value={one}>
                        {purposes[one]}
                    </option>
                ))}
                {kept.data !== undefined && kept.data.length > 0 && (
                    <optgroup label={say('teacher.terms-editor.kept-by-you')}>
                        {kept.data.map((one) => (
                            <option key={one.id} value={one.id}>
                                {one.name}
                            </option>
                        ))}
                    </optgroup>
                )}
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
