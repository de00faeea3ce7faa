import type { Finding, QuizDocument } from '../../api/types';
import { withMend } from '../../quiz/document';

interface Props {
    finding: Finding;
    document: QuizDocument;
    change: (document: QuizDocument) => void;
    /** Given where the finding does not stand beside what it is about. */
    select?: ((id: string | null) => void) | undefined;
}

/** What the inspection has to say, with the mend that can be taken at once. */
export function FindingNote({ finding, document, change, select }: Props) {
    const { mend } = finding;
    const at = finding.at ?? finding.stop;
    return (
        <div
            className={`border-l-4 px-3 py-1.5 text-sm ${finding.severity === 'stops' ? 'border-accent bg-tint' : 'border-yet bg-yet-tint'}`}
        >
            <p>
                {finding.severity !== 'advises' && (
                    <b className={finding.severity === 'stops' ? 'text-accent' : ''}>
                        {finding.severity === 'stops' ? 'Must mend: ' : 'Look at: '}
                    </b>
                )}
                {finding.sentence}
            </p>
            {(mend !== null || (select !== undefined && at !== null)) && (
                <p className="mt-1 flex gap-4">
                    {select !== undefined && at !== null && (
                        <button type="button" className="underline underline-offset-2" onClick={() => select(at)}>
                            Show it
                        </button>
                    )}
                    {mend !== null && (
                        <button
                            type="button"
                            className="font-semibold underline underline-offset-2"
                            onClick={() => change(withMend(document, mend))}
                        >
                            {mend.words}
                        </button>
                    )}
                </p>
            )}
        </div>
    );
}
