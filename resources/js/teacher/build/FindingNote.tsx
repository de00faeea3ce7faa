import { createContext, useContext } from 'react';
import type { Finding, QuizDocument } from '../../api/types';
import { withFix } from '../../quiz/fixes';
import { find } from '../../quiz/places';
import { say } from '../../words/words';

interface Props {
    finding: Finding;
    document: QuizDocument;
    change: (document: QuizDocument) => void;
    /** Given where the finding does not stand beside what it is about. */
    select?: ((id: string | null) => void) | undefined;
}

/** Remembers that a finding is left as it is, or no longer. */
export const LeaveFinding = createContext<((finding: Finding, left: boolean) => void) | null>(null);

/** What the inspection has to say, with the fix that can be taken at once; what does not stop publishing can be left as it is. */
export function FindingNote({ finding, document, change, select }: Props) {
    const { fix } = finding;
    const leave = useContext(LeaveFinding);
    const at = finding.at ?? finding.stop;
    const canBeShown =
        select !== undefined && at !== null && (find(document, at) !== null || document.finishes.some((finish) => finish.id === at));
    const canBeLeft = leave !== null && finding.severity !== 'stops';
    return (
        <div
            className={`border-l-4 px-3 py-1.5 text-sm ${finding.severity === 'stops' ? 'border-accent bg-tint' : 'border-yet bg-yet-tint'}`}
        >
            <p>
                {finding.severity !== 'advises' && (
                    <b className={finding.severity === 'stops' ? 'text-accent' : ''}>
                        {finding.severity === 'stops' ? say('build.finding-note.must-mend') : say('build.finding-note.look-at')}{' '}
                    </b>
                )}
                {finding.sentence}
            </p>
            {(fix !== null || canBeLeft || canBeShown) && (
                <p className="mt-1 flex flex-wrap gap-x-4">
                    {canBeShown && (
                        <button type="button" className="underline underline-offset-2" onClick={() => select(at)}>
                            {say('build.finding-note.show-it')}
                        </button>
                    )}
                    {fix !== null && (
                        <button
                            type="button"
                            className="font-semibold underline underline-offset-2"
                            onClick={() => change(withFix(document, fix))}
                        >
                            {fix.words}
                        </button>
                    )}
                    {canBeLeft && (
                        <button
                            type="button"
                            className="ml-auto text-soft underline underline-offset-2"
                            onClick={() => leave(finding, !finding.left)}
                        >
                            {finding.left ? say('build.finding-note.tell-me-again') : say('build.finding-note.leave-it')}
                        </button>
                    )}
                </p>
            )}
        </div>
    );
}
