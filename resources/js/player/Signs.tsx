import type { Far, StandingCounts } from '../api/types';
import { locale, say } from '../words/words';

const farWords: Record<Far, string> = {
    done: say('player.signs.passed'),
    waiting: say('player.signs.left-for-later'),
    here: say('player.signs.you-are-here'),
    ahead: say('player.signs.ahead'),
};

/** How far along: a path of stones. It says nothing about right or not yet. */
export function HowFar({ far }: { far: Far[] }) {
    const here = far.indexOf('here');
    const words =
        here >= 0
            ? say('player.signs.stop-of', { number: here + 1, far: far.length })
            : say('player.signs.of-stops', { count: far.filter((f) => f !== 'ahead').length, far: far.length });
    return (
        <div className="flex min-w-0 flex-1 flex-wrap items-center gap-x-3">
            <ol className="flex min-w-[min(100%,15rem)] flex-1 items-center" aria-label={say('player.signs.how-far', { words })}>
                {far.map((word, index) => (
                    <li
                        key={index}
                        className="flex min-w-0 flex-1 items-center last:flex-none"
                        title={say('player.signs.stop', { number: index + 1, far: farWords[word] })}
                    >
                        <span className="sr-only">{farWords[word]}</span>
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
                        {index < far.length - 1 && (
                            <span aria-hidden="true" className={`mx-px h-px min-w-px flex-1 ${word === 'ahead' ? 'bg-line' : 'bg-rail'}`} />
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

/** How it goes, in plain words. */
export function howItGoes(goes: StandingCounts): string {
    const right = goes.clear + goes.climbed;
    const parts = [];
    if (right > 0) {
        const helped = goes.climbed === 0 ? 'none' : goes.climbed === right ? 'all' : 'some';
        parts.push(say('player.signs.right', { right, helped, climbed: goes.climbed }));
    }
    const sent = goes['to-be-read'] + goes.noted + goes.answered;
    if (sent > 0) {
        parts.push(say('player.signs.sent', { sent }));
    }
    if (goes.shown > 0) {
        parts.push(say('player.signs.shown', { shown: goes.shown }));
    }
    if (goes['set-aside'] > 0) {
        parts.push(say('player.signs.set-aside', { count: goes['set-aside'] }));
    }
    if (parts.length === 0) {
        return goes['on-the-ladder'] > 0 ? say('player.signs.on-the-way-to-the') : say('player.signs.no-answers-yet');
    }
    return parts.join(' · ');
}
