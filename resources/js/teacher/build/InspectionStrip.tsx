import type { Finding, QuizDocument } from '../../api/types';
import { say } from '../../words/words';
import { FindingNote } from './FindingNote';

interface Props {
    document: QuizDocument;
    /** What is found of what is being edited, and of the whole quiz. */
    here: Finding[];
    all: Finding[];
    left: Finding[];
    /** It is about the whole quiz. */
    whole: boolean;
    change: (document: QuizDocument) => void;
    select: (id: string | null) => void;
}

/**
 * What the inspection says, in a strip of its own height below the editor: whatever it finds while somebody types, no field
 * moves.
 */
export function InspectionStrip({ document, here, all, left, whole, change, select }: Props) {
    const stopping = all.filter((finding) => finding.severity === 'stops').length;
    const note = (finding: Finding) => (
        <li key={finding.key}>
            <FindingNote finding={finding} document={document} change={change} select={whole ? select : undefined} />
        </li>
    );
    return (
        <section
            aria-label={say('build.whole-quiz.inspection')}
            className={`shrink-0 overflow-y-auto border-t-2 border-ink px-4 py-2 ${whole ? 'lg:h-[38%]' : 'lg:h-26 in-data-bench:lg:h-16'}`}
        >
            <div className="mb-1 flex items-baseline justify-between gap-3">
                <h3 className="text-sm">{say('build.whole-quiz.inspection')}</h3>
                {!whole && stopping > 0 && (
                    <button type="button" className="text-xs text-soft underline" onClick={() => select(null)}>
                        {say('build.build.to-mend-before-publishing', { stopping })}
                    </button>
                )}
            </div>
            {here.length === 0 ? (
                <p className="text-sm text-soft">
                    {say(whole ? 'build.whole-quiz.nothing-to-mend-this-can' : 'build.inspection-strip.nothing-here')}
                </p>
            ) : (
                <ul className="grid gap-1.5">{here.map(note)}</ul>
            )}
            {whole && left.length > 0 && (
                <details className="mt-2 text-sm">
                    <summary className="text-soft">{say('build.whole-quiz.left-as-it-is', { left: left.length })}</summary>
                    <ul className="mt-2 grid gap-2">{left.map(note)}</ul>
                </details>
            )}
        </section>
    );
}
