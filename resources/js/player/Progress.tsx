import type { StandingCounts, StopProgress } from '../api/types';
import { locale, say } from '../words/words';

const stateWords: Record<StopProgress, string> = {
    done: say('player.progress.passed'),
    waiting: say('player.progress.left-for-later'),
    here: say('player.progress.you-are-here'),
    upcoming: say('player.progress.ahead'),
};

/** How progress along: a path of stones. It says nothing about right or not yet. */
export function ProgressPath({ progress }: { progress: StopProgress[] }) {
    const here = progress.indexOf('here');
    const words =
        here >= 0
            ? say('player.progress.stop-of', { number: here + 1, of: progress.length })
            : say('player.progress.of-stops', { count: progress.filter((f) => f !== 'upcoming').length, of: progress.length });
    return (
        <div className="flex min-w-0 flex-1 flex-wrap items-center gap-x-3">
            <ol className="flex min-w-[min(100%,15rem)] flex-1 items-center" aria-label={say('player.progress.how-far', { words })}>
                {progress.map((word, index) => (
                    <li
                        key={index}
                        className="flex min-w-0 flex-1 items-center last:flex-none"
                        title={say('player.progress.stop', { number: index + 1, state: stateWords[word] })}
                    >
                        <span className="sr-only">{stateWords[word]}</span>
                        <span
                            aria-hidden="true"
                            className={
                                word === 'here'
                                    ? 'h-3.5 w-5 shrink-0 rounded-[50%] bg-accent'
                                    : word === 'done'
                                      ? 'h-2 w-3 shrink-0 rounded-[50%] bg-rail'
                                      : word === 'waiting'
                                        ? 'h-2.5 w-3.5 shrink-0 rounded-[50%] border-2 border-dashed border-rail'
                                        : 'h-2 w-3 shrink-0 rounded-[50%] border border-edge'
                            }
                        />
                        {index < progress.length - 1 && (
                            <span
                                aria-hidden="true"
                                className={`mx-px h-px min-w-px flex-1 ${word === 'upcoming' ? 'bg-line' : 'bg-rail'}`}
                            />
                        )}
                    </li>
                ))}
            </ol>
            <span aria-hidden="true" className="shrink-0 text-sm text-soft">
                {words}
            </span>
        </div>
    );
}

/** Points, without needless decimals. */
export function points(value: number): string {
    return value.toLocaleString(locale(), { maximumFractionDigits: 2 });
}

/** How it standings, in plain words. */
export function standingsInWords(standings: StandingCounts): string {
    const right = standings.clear + standings.climbed;
    const parts = [];
    if (right > 0) {
        const helped = standings.climbed === 0 ? 'none' : standings.climbed === right ? 'all' : 'some';
        parts.push(say('player.progress.right', { right, helped, climbed: standings.climbed }));
    }
    const sent = standings['to-be-read'] + standings.noted + standings.answered;
    if (sent > 0) {
        parts.push(say('player.progress.sent', { sent }));
    }
    if (standings.shown > 0) {
        parts.push(say('player.progress.shown', { shown: standings.shown }));
    }
    if (standings['set-aside'] > 0) {
        parts.push(say('player.progress.set-aside', { count: standings['set-aside'] }));
    }
    if (parts.length === 0) {
        return standings['on-the-ladder'] > 0 ? say('player.progress.on-the-way-to-the') : say('player.progress.no-answers-yet');
    }
    return parts.join(' · ');
}
