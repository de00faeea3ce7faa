import { PanelRightClose, PanelRightOpen, Smartphone } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { Link, useParams } from 'react-router';
import { serverNow } from '../../api/client';
import { MediaKnown } from '../../player/media';
import { Rich } from '../../player/Rich';
import { VideoPlayer } from '../../player/VideoPlayer';
import { Button, buttonClass } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { Switch } from '../../ui/Switch';
import { useNow } from '../../ui/useNow';
import { say } from '../../words/words';
import { AskNow } from './AskNow';
import { BoardQuestion } from './BoardQuestion';
import { Ground } from './Ground';
import { count, Deeds, deeds, Hands, LargeKey, MoodLine, step } from './Lead';
import { NotThere } from './NotThere';
import { type Front, useSitting } from './useSitting';

/** What a class looks at: one thing, very large. What its teacher needs stands in a strip that can be put away. */
export function BoardPage() {
    const front = useSitting(useParams().sitting ?? '');
    const [strip, setStrip] = useState(true);
    const [asking, setAsking] = useState(false);
    const [keys, setKeys] = useState(true);
    const { sitting } = front;
    useKeys(keys, front, {
        s: () => setStrip((shown) => !shown),
        q: () => {
            setStrip(true);
            setAsking(true);
        },
    });
    if (sitting === undefined) {
        return <NotThere front={front} />;
    }
    return (
        <div className="flex min-h-dvh bg-paper">
            <main className="flex min-w-0 flex-1 flex-col">
                <div className="flex items-baseline justify-between gap-6 px-8 pt-5 text-lg text-soft">
                    <h1 className="truncate text-lg font-normal">
                        {sitting.class.name}
                        {sitting.title !== null && ` · ${sitting.title}`}
                    </h1>
                    {sitting.seconds !== null && sitting.phase === 'answering' && (
                        <Clock key={sitting.since} ends={sitting.since + 1000 * sitting.seconds} />
                    )}
                    {sitting.devices && sitting.phase !== 'gathering' && sitting.phase !== 'ended' && (
                        <p className="whitespace-nowrap text-2xl text-ink tabular-nums" role="status">
                            {sitting.phase === 'answering' || sitting.phase === 'closed' || sitting.phase === 'revealed'
                                ? say('teacher.board.answered', { answered: sitting.answered, here: sitting.here, phase: sitting.phase })
                                : say('teacher.board.here', { count: sitting.here })}
                        </p>
                    )}
                </div>
                <div className="flex flex-1 flex-col justify-center px-8 py-6">
                    <MediaKnown value={sitting.board.media}>
                        <OnBoard front={front} />
                    </MediaKnown>
                </div>
                <Ground
                    sitting={sitting}
                    names={sitting.lifted.includes('names')}
                    onGo={({ task, stop }) => front.act('stands', { place: { task, stop, cue: null } })}
                />
            </main>
            {strip ? (
                <Strip
                    front={front}
                    asking={asking}
                    keys={keys}
                    onKeys={setKeys}
                    onAsk={() => setAsking(true)}
                    onAsked={() => setAsking(false)}
                    onPutAway={() => setStrip(false)}
                />
            ) : (
                <Button
                    weight="quiet"
                    className="fixed right-2 bottom-2"
                    aria-label={say('teacher.board.strip-show')}
                    onClick={() => setStrip(true)}
                >
                    <PanelRightOpen size={20} aria-hidden="true" />
                </Button>
            )}
        </div>
    );
}

/** How long there is still to think. It says when it is over, and does nothing. */
function Clock({ ends }: { ends: number }) {
    useNow(500);
    const now = serverNow();
    const left = Math.max(0, Math.ceil((ends - now) / 1000));
    return (
        <p className="font-display text-[clamp(2rem,4vw,3.5rem)] leading-none text-ink tabular-nums" role="timer">
            {left === 0 ? say('teacher.board.time-is-up') : `${Math.floor(left / 60)}:${String(left % 60).padStart(2, '0')}`}
        </p>
    );
}

function OnBoard({ front }: { front: Front }) {
    const { sitting } = front;
    if (sitting === undefined) {
        return null;
    }
    const { board, phase } = sitting;
    const large = 'text-[clamp(1.75rem,4vw,3.75rem)] font-display leading-tight';
    if (phase === 'gathering' && !sitting.devices) {
        return <p className={`text-center ${large}`}>{sitting.title}</p>;
    }
    if (phase === 'gathering') {
        return (
            <div className="text-center">
                <p className={large}>{say('teacher.board.come-in')}</p>
                <p className="mt-6 text-[clamp(1.25rem,2.4vw,2.25rem)]">
                    {say('teacher.board.open-your-page', { address: `${window.location.host}/join` })}
                </p>
                <p className="mt-2 font-semibold text-[clamp(1.5rem,3.4vw,3.25rem)]">{sitting.phrase}</p>
                <p className="mt-8 text-3xl tabular-nums" role="status">
                    {say('teacher.board.here', { count: sitting.here })}
                </p>
            </div>
        );
    }
    if (phase === 'ended') {
        return (
            <div className="text-center">
                <p className={large}>{say('teacher.board.it-is-over')}</p>
                <p className="mt-8 flex flex-wrap justify-center gap-3">
                    {sitting.task !== null && (
                        <>
                            <Link className={buttonClass('main', true)} to={`/tasks/${sitting.task}/evidence`}>
                                {say('teacher.board.look-back')}
                            </Link>
                            <Link className={buttonClass('plain', true)} to={`/tasks/${sitting.task}`}>
                                {say('teacher.board.to-the-task')}
                            </Link>
                        </>
                    )}
                    <Button large disabled={front.busy} onClick={() => front.act('gathered')}>
                        {say('teacher.board.take-up-again')}
                    </Button>
                </p>
            </div>
        );
    }
    if (phase === 'alone' || board.alone !== null) {
        return (
            <p className={`text-center ${large}`}>
                {phase === 'alone' ? say('teacher.board.each-alone') : say('teacher.board.each-alone-next', { title: board.alone ?? '' })}
            </p>
        );
    }
    if (board.question !== null) {
        return (
            <BoardQuestion
                board={board}
                here={sitting.devices ? sitting.here : Object.values(sitting.hands).reduce((sum, one) => sum + one, 0)}
            />
        );
    }
    if (board.video !== null) {
        return <BoardVideo key={`${board.video.id} ${board.video.from}`} video={board.video} front={front} />;
    }
    return board.reading === null ? null : (
        <article className="mx-auto w-full max-w-5xl">
            {board.reading.title !== '' && <h2 className={large}>{board.reading.title}</h2>}
            <Rich text={board.reading.text} className="mt-4 text-[clamp(1.25rem,2.4vw,2.25rem)] leading-relaxed" />
        </article>
    );
}

/** A video plays on the board, and stops for all where it asks something. */
function BoardVideo({ video, front }: { video: NonNullable<NonNullable<Front['sitting']>['board']['video']>; front: Front }) {
    const next = video.cues.find((cue) => !cue.done);
    // After which act it was asked: where that came too late, since somebody else did something, it is asked again.
    const asked = useRef<number | null>(null);
    const number = front.sitting?.number ?? null;
    const task = front.sitting?.way.find((stop) => stop.stop === video.id)?.task;
    const comments = front.sitting?.board.comments ?? [];
    return (
        // What is talked about stays in sight with what is said to it.
        <div className={`mx-auto w-full ${comments.length > 0 ? 'max-w-[80dvh]' : 'max-w-6xl'}`}>
            <VideoPlayer
                title={video.title}
                clip={video.clip}
                startAt={video.from}
                marks={video.cues.map(({ at, done }) => ({ at, done }))}
                holdAt={next?.at ?? null}
                onMoment={(at) => {
                    if (next !== undefined && task !== undefined && asked.current !== number && at >= next.at - 0.3) {
                        asked.current = number;
                        front.act('stands', { place: { task, stop: video.id, cue: next.id } });
                    }
                }}
            />
            {comments.length > 0 && (
                <ul className="mt-4 flex flex-wrap gap-2" aria-label={say('teacher.board.comments')}>
                    {comments.map((one, index) => (
                        <li
                            key={`${index} ${one.text}`}
                            className="rounded-lg border-2 border-line px-4 py-2 text-[clamp(1.1rem,1.8vw,1.75rem)] [overflow-wrap:anywhere]"
                        >
                            {one.name !== null && <span className="text-soft">{one.name}: </span>}
                            {one.text}
                        </li>
                    ))}
                </ul>
            )}
        </div>
    );
}

interface StripProps {
    front: Front;
    /** Single letters do something. Whoever dictates, or leans on the keyboard, turns that off. */
    keys: boolean;
    onKeys: (on: boolean) => void;
    /** A question is being made up. */
    asking: boolean;
    onAsk: () => void;
    onAsked: () => void;
    onPutAway: () => void;
}

/** What the teacher needs beside the board: no name, no answer and no key stands in it. */
function Strip({ front, keys, onKeys, asking, onAsk, onAsked, onPutAway }: StripProps) {
    const { sitting, why } = front;
    if (sitting === undefined) {
        return null;
    }
    return (
        <aside
            className="sticky top-0 flex h-dvh w-72 shrink-0 flex-col gap-4 self-start overflow-y-auto border-l border-line bg-sheet p-4"
            aria-label={say('teacher.board.strip')}
        >
            <div className="flex items-center justify-between">
                <Link className={buttonClass('quiet')} to={`/sittings/${sitting.id}/lead`}>
                    <Smartphone size={16} aria-hidden="true" /> {say('teacher.board.on-the-phone')}
                </Link>
                <Button weight="quiet" aria-label={say('teacher.board.strip-away')} aria-keyshortcuts="s" onClick={onPutAway}>
                    <PanelRightClose size={20} aria-hidden="true" /> <kbd className="text-soft">S</kbd>
                </Button>
            </div>
            {why !== null && <Notice>{why}</Notice>}
            <MoodLine mood={sitting.strip.mood} here={sitting.here} />
            {asking ? <AskNow front={front} onDone={onAsked} /> : <Deeds front={front} onAsk={onAsk} />}
            <Hands front={front} />
            <Switch label={say('teacher.board.keys')} checked={keys} onChange={onKeys} />
            <div className="mt-auto">
                {!asking && <LargeKey front={front} onAsk={onAsk} />}
                {!asking && sitting.next !== null && <p className="mt-1 text-center text-sm text-soft">{say('teacher.board.large-key')}</p>}
            </div>
        </aside>
    );
}

/** Every act has a key; the space bar and what a pointer in the hand sends do what the large key does. */
function useKeys(on: boolean, front: Front, more: Record<string, () => void>): void {
    const latest = useRef({ on, front, more });
    useEffect(() => {
        latest.current = { on, front, more };
    });
    useEffect(() => {
        const press = (event: KeyboardEvent) => {
            const isTyping =
                event.target instanceof HTMLElement && event.target.closest('input, textarea, select, [contenteditable]') !== null;
            const isOnControl = event.target instanceof HTMLElement && event.target.closest('button, a, video, [role="slider"]') !== null;
            if (isTyping || event.ctrlKey || event.altKey || event.metaKey) {
                return;
            }
            const key = event.key.toLowerCase();
            const now = latest.current;
            if (!now.on && key !== 'pagedown') {
                return;
            }
            if (key === 'pagedown' || (key === ' ' && !isOnControl)) {
                event.preventDefault();
                step(now.front);
            } else if (/^[1-9]$/.test(key)) {
                count(now.front, Number(key) - 1, 1);
            } else if (now.more[key] !== undefined) {
                event.preventDefault();
                now.more[key]();
            } else if (!now.front.busy) {
                deeds(now.front)
                    .find((deed) => deed.key === key)
                    ?.go();
            }
        };
        window.addEventListener('keydown', press);
        return () => window.removeEventListener('keydown', press);
    }, []);
}
