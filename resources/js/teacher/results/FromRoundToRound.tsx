import type { QuizDocument, StudentWalks } from '../../api/types';
import { questionName } from '../../quiz/names';
import { questionsAt } from '../../quiz/places';
import { percent } from '../../ui/figures/words';
import { StandingMark, standingWords } from '../../ui/Standing';
import { say } from '../../words/words';

/** A round with the quiz as it was walked in it. */
type Round = StudentWalks['rounds'][number] & { document: QuizDocument };

/** How a student stood at each question, round by round; nothing where there was one round. */
export function FromRoundToRound({ rounds }: { rounds: Round[] }) {
    if (rounds.length < 2) {
        return null;
    }
    // Each as the latest round has it that asks it; what only earlier ones asked comes behind.
    const names = new Map<string, string>();
    for (const { document } of rounds.toReversed()) {
        for (const { id } of [...document.stops, ...document.sideStops].flatMap((stop) => questionsAt(document, stop.id))) {
            names.set(id, names.get(id) ?? questionName(document, id));
        }
    }
    const questions = [...names].filter(([id]) => rounds.some(({ records }) => (records[id]?.standing ?? 'untouched') !== 'untouched'));
    return (
        <section aria-labelledby="from-round-to-round" className="mb-8 min-w-0">
            <h2 id="from-round-to-round" className="mb-1 text-xl">
                {say('teacher.student.from-round-to-round')}
            </h2>
            <div className="overflow-x-auto">
                <table className="text-sm">
                    <thead>
                        <tr className="border-b border-line align-bottom">
                            <th className="sr-only">{say('teacher.record.column', { of: 'question' })}</th>
                            {rounds.map((round) => (
                                <th key={round.id} className="px-2 py-1 font-normal whitespace-nowrap">
                                    <a className="underline" href={`#round-${round.id}`}>
                                        {say('teacher.student.round', { kind: round.kind, number: round.number })}
                                    </a>
                                    <span className="block font-semibold tabular-nums">{percent(round.score)}</span>
                                </th>
                            ))}
                        </tr>
                    </thead>
                    <tbody>
                        {questions.map(([id, name]) => (
                            <tr key={id} className="border-b border-line">
                                <th scope="row" className="max-w-[28rem] min-w-36 truncate max-sm:max-w-36 py-1 pr-4 text-left font-normal">
                                    {name}
                                </th>
                                {rounds.map((round) => {
                                    const standing = round.records[id]?.standing ?? 'untouched';
                                    return (
                                        <td key={round.id} className="px-2 text-center" title={standingWords[standing]}>
                                            {standing !== 'untouched' && <StandingMark standing={standing} size={16} />}
                                            <span className="sr-only">{standingWords[standing]}</span>
                                        </td>
                                    );
                                })}
                            </tr>
                        ))}
                    </tbody>
                </table>
            </div>
        </section>
    );
}
