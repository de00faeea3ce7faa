import type { Sitting } from '../../api/types';
import { letter } from '../../player/answers/parts';
import { Button } from '../../ui/Button';
import { say } from '../../words/words';
import type { Front } from './useSitting';
import { nextWords } from './words';

/** What can be done at the front beside the one large key, each with its key. */
export interface Deed {
    words: string;
    key: string;
    show: boolean;
    go: () => void;
}

export function deeds({ sitting, act }: Front): Deed[] {
    if (sitting === undefined) {
        return [];
    }
    const { phase, lifted } = sitting;
    const leads = phase === 'looking' || phase === 'answering' || phase === 'closed' || phase === 'revealed';
    const answers = lifted.includes('answers');
    const names = lifted.includes('names');
    return [
        { words: say('teacher.board.reveal'), key: 'r', show: phase === 'answering' || phase === 'closed', go: () => act('revealed') },
        { words: say('teacher.board.close'), key: 'c', show: phase === 'answering' && sitting.devices, go: () => act('closed') },
        { words: say('teacher.board.ask-again'), key: 'a', show: phase === 'closed', go: () => act('asked-again') },
        { words: say('teacher.board.let-go'), key: 'l', show: leads && sitting.devices, go: () => act('let-go') },
        {
            words: say('teacher.board.cover-answers', { lifted: String(answers) }),
            key: 'v',
            show: (phase === 'answering' || phase === 'closed' || phase === 'revealed') && sitting.devices,
            go: () => act(answers ? 'laid' : 'lifted', { cover: 'answers' }),
        },
        {
            words: say('teacher.board.cover-names', { lifted: String(names) }),
            key: 'n',
            show: phase === 'gathering' && sitting.devices,
            go: () => act(names ? 'laid' : 'lifted', { cover: 'names' }),
        },
        {
            words: say('teacher.board.put-away'),
            key: 'x',
            show: sitting.board.shown !== null,
            go: () => act('answer-shown', { round: null }),
        },
        { words: say('teacher.board.end'), key: 'e', show: phase !== 'ended', go: () => act('ended') },
    ].filter((deed) => deed.show);
}

/** The one large key. */
export function LargeKey({ front, onAsk }: { front: Front; onAsk: () => void }) {
    const { sitting } = front;
    const next = sitting?.next ?? null;
    if (sitting === undefined || sitting.phase === 'ended') {
        return null;
    }
    if (next === null) {
        return (
            <Button weight="main" large data-large-key className="min-h-20 w-full text-xl" onClick={onAsk}>
                {say('teacher.board.ask-now')}
            </Button>
        );
    }
    return (
        <Button weight="main" large data-large-key className="min-h-20 w-full flex-col" disabled={front.busy} onClick={() => step(front)}>
            <span className="text-xl">{nextWords(sitting, next)}</span>
            {next.place !== null && <span className="line-clamp-2 text-sm font-normal">{next.place.name}</span>}
        </Button>
    );
}

export function step(front: Front): void {
    const next = front.sitting?.next ?? null;
    if (next !== null && !front.busy) {
        const place = next.place;
        front.act(next.kind, place === null ? {} : { place: { task: place.task, stop: place.stop, cue: place.cue } });
    }
}

/** The rest of what can be done, in buttons that name their keys. */
export function Deeds({ front, onAsk }: { front: Front; onAsk: () => void }) {
    return (
        <div className="flex flex-wrap gap-2">
            {front.sitting != null && front.sitting.next !== null && (
                <Button className="min-h-11" aria-keyshortcuts="q" onClick={onAsk}>
                    {say('teacher.board.ask-now')} <kbd className="hidden text-soft sm:inline">Q</kbd>
                </Button>
            )}
            {deeds(front).map((deed) => (
                <Button key={deed.key} className="min-h-11" disabled={front.busy} onClick={deed.go} aria-keyshortcuts={deed.key}>
                    {deed.words} <kbd className="hidden text-soft sm:inline">{deed.key.toUpperCase()}</kbd>
                </Button>
            ))}
        </div>
    );
}

/** One more hand, or one less, for an option: by its number on the keyboard. */
export function count(front: Front, index: number, by: 1 | -1): void {
    const { sitting } = front;
    const option = sitting?.board.question?.options[index];
    if (sitting === undefined || option === undefined || sitting.devices) {
        return;
    }
    const hands = Math.max(0, (sitting.hands[option.id] ?? 0) + by);
    front.act('counted', { entry: option.id, hands });
}

/** Hands are counted by the teacher, where there are no devices. */
export function Hands({ front }: { front: Front }) {
    const { sitting } = front;
    const options = sitting?.board.question?.options ?? [];
    if (sitting === undefined || sitting.devices || options.length === 0) {
        return null;
    }
    return (
        <fieldset className="grid gap-1">
            <legend className="text-sm font-semibold">{say('teacher.board.count-hands')}</legend>
            {options.map((option, index) => (
                <div key={option.id} className="flex items-center gap-2">
                    <span className="w-6 text-center font-semibold">{letter(index)}</span>
                    <Button
                        className="min-h-11 min-w-11"
                        aria-label={say('teacher.board.one-less-hand', { letter: letter(index) })}
                        onClick={() => count(front, index, -1)}
                    >
                        −
                    </Button>
                    <span className="w-8 text-center tabular-nums">{sitting.hands[option.id] ?? 0}</span>
                    <Button
                        className="min-h-11 min-w-11"
                        aria-label={say('teacher.board.one-more-hand', { letter: letter(index) })}
                        aria-keyshortcuts={String(index + 1)}
                        onClick={() => count(front, index, 1)}
                    >
                        + <kbd className="text-soft">{index + 1}</kbd>
                    </Button>
                </div>
            ))}
        </fieldset>
    );
}

/** How it goes for those who are here, as they say: how many, now and over time. */
export function MoodLine({ mood, here }: { mood: Sitting['strip']['mood']; here: number }) {
    const now = mood[mood.length - 1];
    if (now === undefined) {
        return null;
    }
    const most = Math.max(here, 1);
    const from = mood[0]?.at ?? now.at;
    const span = Math.max(now.at - from, 1);
    const line = (which: 'with' | 'lost') =>
        mood
            .map((one, index) => {
                const x = (100 * (one.at - from)) / span;
                const y = 24 - (22 * one[which]) / most;
                return index === 0 ? `M${x} ${y}` : `H${x}V${y}`;
            })
            .join('');
    return (
        <figure className="text-sm">
            <figcaption>{say('teacher.board.mood', { with: now.with, lost: now.lost })}</figcaption>
            <svg viewBox="0 0 100 26" className="h-8 w-full" preserveAspectRatio="none" aria-hidden="true">
                <path d={line('with')} fill="none" stroke="var(--soft)" strokeWidth="1" vectorEffect="non-scaling-stroke" />
                <path
                    d={line('lost')}
                    fill="none"
                    stroke="var(--ink)"
                    strokeWidth="2"
                    strokeDasharray="4 3"
                    vectorEffect="non-scaling-stroke"
                />
            </svg>
        </figure>
    );
}

/** All stops of the way, and what its videos ask: the class can be taken to any of them. */
export function Way({ front }: { front: Front }) {
    const { sitting } = front;
    return (
        <ol className="grid gap-1">
            {sitting?.way.map((stop, index) => (
                <li key={stop.stop}>
                    <button
                        type="button"
                        className={`min-h-11 w-full truncate rounded-md px-2 text-left hover:bg-tint ${stop.here ? 'bg-tint font-semibold' : ''}`}
                        aria-current={stop.here ? 'step' : undefined}
                        disabled={front.busy}
                        onClick={() => front.act('stands', { place: { task: stop.task, stop: stop.stop, cue: null } })}
                    >
                        {index + 1}. {stop.name}
                    </button>
                    {stop.asks.length > 0 && (
                        <ol className="ml-5 grid">
                            {stop.asks.map((cue) => (
                                <li key={cue.cue}>
                                    <button
                                        type="button"
                                        className="min-h-11 w-full truncate rounded-md px-2 text-left text-sm hover:bg-tint"
                                        disabled={front.busy}
                                        onClick={() => front.act('stands', { place: { task: cue.task, stop: cue.stop, cue: cue.cue } })}
                                    >
                                        {cue.name}
                                    </button>
                                </li>
                            ))}
                        </ol>
                    )}
                </li>
            ))}
        </ol>
    );
}
