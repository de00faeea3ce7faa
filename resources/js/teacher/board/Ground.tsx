import type { Sitting } from '../../api/types';
import { say } from '../../words/words';

/** Pixels between two marks; beyond so many, the rest is told by number. */
const MOST = 40;

/** The ground line with the stops on it, and above it the marks of those who are here. */
export function Ground({ sitting, names, onGo }: { sitting: Sitting; names: boolean; onGo: (stop: Sitting['way'][number]) => void }) {
    const { way, here } = sitting;
    const at = way.findIndex((stop) => stop.here);
    const marks = Math.min(here, MOST);
    return (
        <div className="px-8 pb-4">
            {sitting.phase === 'gathering' && sitting.devices && (
                <ul className="flex min-h-12 flex-wrap items-end gap-x-3 gap-y-1" aria-label={say('teacher.board.here', { count: here })}>
                    {sitting.strip.students.slice(0, marks).map((student) => (
                        <li key={student.id} className="flex flex-col items-center text-lg">
                            {names && <span>{student.name}</span>}
                            <span className="block size-5 rounded-full bg-ink" aria-hidden="true" />
                            {!names && <span className="sr-only">{say('teacher.board.somebody')}</span>}
                        </li>
                    ))}
                    {here > marks && <li className="text-xl">+{here - marks}</li>}
                </ul>
            )}
            <div className="border-t-4 border-earth-deep" />
            <ol className="flex gap-1 pt-1" aria-label={say('teacher.board.the-way')}>
                {way.map((stop, index) => (
                    <li key={stop.stop} className="min-w-0 flex-1 text-center text-base" aria-current={stop.here ? 'step' : undefined}>
                        <span className={`mx-auto block h-3 w-1 ${stop.here ? 'bg-accent' : 'bg-earth-deep'}`} aria-hidden="true" />
                        <button
                            type="button"
                            className={`min-h-9 min-w-9 rounded-md hover:bg-tint ${stop.here ? 'font-semibold' : stop.passed || index < at ? 'text-ink' : 'text-soft'}`}
                            aria-label={say('teacher.board.go-to-stop', {
                                number: index + 1,
                                is: stop.here ? 'here' : stop.passed ? 'passed' : 'ahead',
                            })}
                            onClick={() => onGo(stop)}
                        >
                            {index + 1}
                        </button>
                    </li>
                ))}
            </ol>
        </div>
    );
}
