import type { Question } from '../../api/types';
import { showsOptions } from '../../quiz/kinds';
import { entryName, letter } from '../../quiz/names';
import { entriesOf } from '../../quiz/places';
import { say } from '../../words/words';

interface Props {
    question: Question;
    /** How many gave each entry. */
    counts: Record<string, number>;
    /** How many gave an answer that was not foreseen. */
    other?: number;
    /** What else there is to say of those who gave an entry. */
    note?: (entry: string) => string;
}

/** The answers that were foreseen, each with a bar as long as the number of those who gave it. */
export function AnswerBars({ question, counts, other = 0, note }: Props) {
    // A right filling of one gap is no answer to the whole question, and is not counted as one.
    const given = entriesOf(question).filter(
        (entry) => counts[entry.id] !== undefined || (entryName(entry, question.kind) !== '' && !(question.kind === 'gaps' && entry.right)),
    );
    const most = Math.max(1, other, ...Object.values(counts));
    const letters = showsOptions(question.kind) && question.kind !== 'true-false';
    return (
        <ul className="grid max-w-3xl gap-1.5">
            {given.map((entry, index) => (
                <Bar
                    key={entry.id}
                    words={`${letters ? `${letter(index)} ` : ''}${entryName(entry, question.kind) || say('teacher.answer-bars.a-foreseen-answer')}`}
                    right={entry.right && question.kind !== 'poll'}
                    count={counts[entry.id] ?? 0}
                    most={most}
                    note={note?.(entry.id)}
                />
            ))}
            {other > 0 && (
                <Bar
                    words={say('teacher.answer-bars.another-answer')}
                    right={false}
                    count={other}
                    most={most}
                    note={note === undefined ? undefined : ''}
                />
            )}
        </ul>
    );
}

function Bar({
    words,
    right,
    count,
    most,
    note,
}: {
    words: string;
    right: boolean;
    count: number;
    most: number;
    note?: string | undefined;
}) {
    return (
        <li
            className={`grid items-center gap-3 text-sm ${note === undefined ? 'grid-cols-[minmax(0,1fr)_9rem_2rem]' : 'grid-cols-[minmax(0,1fr)_9rem_2rem_7rem]'} max-sm:grid-cols-[minmax(0,1fr)_4rem_2rem]`}
        >
            <span className={right ? 'font-semibold text-well' : ''}>
                {words}
                {right && <span className="font-normal"> {say('teacher.answer-bars.right')}</span>}
            </span>
            <span className="h-3 rounded-sm bg-paper" aria-hidden="true">
                <span className={`block h-3 rounded-sm ${right ? 'bg-well' : 'bg-rail'}`} style={{ width: `${(count / most) * 100}%` }} />
            </span>
            <span className="text-right">{count}</span>
            {note !== undefined && <span className="text-soft max-sm:hidden">{note}</span>}
        </li>
    );
}
