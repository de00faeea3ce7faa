import { Link } from 'react-router';
import type { Evidence, QuizDocument } from '../../api/types';
import { questionName } from '../../quiz/names';
import { listed, say } from '../../words/words';

/** Wrong answers that several typed and nobody foresaw: how many, how they did, and which slip leads there. */
export function Unforeseen({ quiz, document, evidence }: { quiz: string; document: QuizDocument; evidence: Evidence }) {
    if (evidence.unforeseen.length === 0) {
        return null;
    }
    return (
        <section aria-labelledby="unforeseen" className="min-w-0">
            <h2 id="unforeseen" className="mb-1 text-xl">
                {say('teacher.evidence.nobody-foresaw')}
            </h2>
            <p className="mb-2 text-sm text-soft">{say('teacher.evidence.typed-by-several')}</p>
            <ul className="grid gap-2 text-sm">
                {evidence.unforeseen.map((one) => (
                    <li key={`${one.question} ${one.text}`} className="rounded-md border border-line bg-sheet px-3 py-2">
                        <p className="flex flex-wrap items-baseline gap-x-3">
                            <q className="text-lg font-semibold [overflow-wrap:anywhere]">{one.text}</q>
                            <span className="min-w-0 truncate text-soft">{questionName(document, one.question)}</span>
                            <Link className="ml-auto underline" to={`/quizzes/${quiz}?at=${one.question}`}>
                                {say('teacher.evidence.to-the-question')}
                            </Link>
                        </p>
                        <p>{say('teacher.evidence.gave-it', { n: one.n, of: evidence.students, percent: Math.round(100 * one.score) })}</p>
                        {one.ways.length > 0 && (
                            <p>
                                {say('teacher.evidence.slip-leads-there', {
                                    n: one.ways.length,
                                    ways: listed(one.ways.map((slips) => slips.join(', '))),
                                })}
                            </p>
                        )}
                    </li>
                ))}
            </ul>
        </section>
    );
}
