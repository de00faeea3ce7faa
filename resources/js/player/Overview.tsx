import type { Overview as Stops } from '../api/types';
import { Button } from '../ui/Button';
import { say } from '../words/words';

interface Props {
    overview: Stops;
    /** Where the student is, from 0, or -1. */
    at: number;
    busy: boolean;
    onGo: (stop: string) => void;
    onEnd: () => void;
}

/** All stops of a round in free order, to move about in. It tells what has an answer, not whether it is right. */
export function Overview({ overview, at, busy, onGo, onEnd }: Props) {
    const open = overview.stops.filter((stop) => stop.asks && !stop.answered).length;
    return (
        <section className="flex flex-1 flex-col px-4 py-5" aria-label={say('player.overview.overview')}>
            <h2 className="mb-3 text-2xl">{say('player.overview.overview')}</h2>
            <ol className="grid grid-cols-[repeat(auto-fill,minmax(7.5rem,1fr))] gap-2">
                {overview.stops.map((stop, index) => (
                    <li key={stop.stop}>
                        <button
                            type="button"
                            disabled={busy}
                            onClick={() => onGo(stop.stop)}
                            aria-current={index === at ? 'step' : undefined}
                            className={`flex min-h-14 w-full flex-col items-start rounded-md border px-3 py-1.5 text-left ${stop.answered ? 'border-edge bg-sheet' : 'border-dashed border-edge'} aria-[current]:border-accent`}
                        >
                            <span className="font-semibold">{say('player.overview.stop', { number: index + 1 })}</span>
                            <span className="text-sm text-soft">
                                {!stop.asks
                                    ? say('player.overview.to-read-or-watch')
                                    : stop.answered
                                      ? say('player.overview.answered')
                                      : say('player.overview.open')}
                            </span>
                        </button>
                    </li>
                ))}
            </ol>
            <p className="mt-4 text-soft">
                {open === 0 ? say('player.overview.every-question-has-an-answer') : say('player.overview.still-open', { open })}
                {overview.handIn && ` ${say('player.overview.you-can-change-your-answers')}`}
            </p>
            <Button weight="main" large className="mt-4 self-start" disabled={busy} onClick={onEnd}>
                {overview.handIn ? say('player.overview.hand-it-all-in') : say('player.overview.finish-this-round')}
            </Button>
        </section>
    );
}
