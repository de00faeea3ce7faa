import { Presentation, WifiOff } from 'lucide-react';
import { type ReactNode, useCallback, useRef, useState } from 'react';
import type { EventKind, QuestionPlace, RoundView } from '../api/types';
import { isEmpty } from '../quiz/text';
import { Button } from '../ui/Button';
import { useWidth } from '../ui/useWidth';
import { say } from '../words/words';
import { Comments } from './Comments';
import { Bar } from './Disclosure';
import { Finish } from './Finish';
import { KeptReading } from './KeptReading';
import { MediaKnown } from './media';
import { OnePage } from './OnePage';
import { Overview } from './Overview';
import type { ShownRound } from './onDevice';
import { ProgressPath, standingsInWords } from './Progress';
import { QuestionView } from './QuestionView';
import { Rich } from './Rich';
import { TimeLeft } from './TimeLeft';
import type { Asking } from './useAsking';
import { type Stretch, VideoPlayer } from './VideoPlayer';
import { VideoView } from './VideoView';

export interface Step {
    kind: EventKind;
    data: Record<string, unknown>;
}

/** Pixels from which on a question stands beside its video, and does not cover it. */
const BESIDE = 900;

interface Props {
    view: ShownRound;
    /** Something was done and has not come back yet. */
    busy: boolean;
    /** A sentence about the connection or a refusal. */
    notice: ReactNode;
    send: (step: Step) => void;
    /** What is typed is kept on the device, and files are sent; not in a rehearsal. */
    kept: boolean;
    /** What stands below the closing message. */
    ending: ReactNode;
    leave: ReactNode;
    /** How the teacher is asked about a question. */
    asking: Asking;
    /** Reading support, where there is a student to keep it for. */
    support?: ReactNode;
}

/** A round as a student walks it: one thing at a time, the same for a rehearsal. */
export function Player({ view, busy, notice, send, kept, ending, leave, asking, support }: Props) {
    const { place, overview } = view;
    const [looking, setLooking] = useState(false);
    const goOn = (from: string) => send({ kind: 'went-on', data: { from } });
    const isOverview = place.kind === 'overview' || (looking && overview !== null);
    const at = view.progress.indexOf('here');
    // On one page stands all but what is watched or practised by itself.
    const onPage = view.page != null && (place.kind === 'overview' || view.page.some((one) => one.place?.frame === frameOf(place)));
    // Where the screen is wide a video is larger, and its question stands beside it.
    const wide = place.kind === 'video' ? 'lg:max-w-4xl' : place.kind === 'question' && place.watchAgain !== null ? 'lg:max-w-6xl' : '';
    const root = useRef<HTMLDivElement>(null);
    const beside = useWidth(root) >= BESIDE && place.kind === 'question' && place.watchAgain !== null;
    // A rehearsal stands in a page that has its main part already.
    const Middle = kept ? 'main' : 'div';
    return (
        <MediaKnown value={view.media}>
            <div
                className={`mx-auto flex min-h-dvh w-full max-w-2xl flex-col bg-paper [&:fullscreen]:max-w-none [&:fullscreen]:overflow-y-auto ${wide}`}
                ref={root}
                data-quiz-language={view.language}
                data-full-screen
            >
                <header className="border-b border-line px-4 pt-3 pb-2 [:fullscreen_&]:hidden">
                    <div className="flex items-center justify-between gap-3">
                        <h1 className="truncate text-base">{view.title}</h1>
                        <div className="flex items-center print:hidden">
                            {support}
                            {leave}
                        </div>
                    </div>
                    <div className="mt-2 flex items-center">
                        <ProgressPath progress={view.progress} />
                    </div>
                    <div className="mt-1 flex flex-wrap items-center gap-x-3 text-sm text-soft">
                        <p className="mr-auto">
                            {view.kind === 'return' && `${say('player.player.what-you-had-mastered')} · `}
                            {view.standings === null ? say('player.player.your-answers-are-being-kept') : standingsInWords(view.standings)}
                            {view.returning && ` · ${say('player.player.now-the-ones-that-are')}`}
                        </p>
                        <TimeLeft
                            ends={view.ends}
                            words={say('player.player.for-this-round')}
                            onOver={() => send({ kind: 'timed-out', data: { question: null } })}
                        />
                        {overview !== null && place.kind !== 'overview' && !onPage && (
                            <button
                                type="button"
                                className="min-h-9 font-semibold text-ink underline underline-offset-4"
                                onClick={() => (view.page == null ? setLooking(!looking) : send({ kind: 'went-to', data: { stop: null } }))}
                            >
                                {view.page != null
                                    ? say('player.one-page.back-to-the-page')
                                    : looking
                                      ? say('player.player.back')
                                      : say('player.player.overview')}
                            </button>
                        )}
                    </div>
                </header>
                {view.part !== null && !view.finished && !onPage && (
                    <h2 className="border-b border-line px-4 py-2 font-display text-lg">{view.part}</h2>
                )}
                {notice !== null && <div className="grid gap-2 px-4 pt-3">{notice}</div>}
                {(!isEmpty(view.instructions) || view.objectives.length > 0) && !view.finished && (
                    <details
                        className="border-b border-line px-4 py-2 [:fullscreen_&]:hidden"
                        open={view.number === 1}
                        key={view.number === 1 ? 'first' : 'later'}
                    >
                        <summary className="min-h-9 content-center text-sm font-semibold">
                            {say('player.player.what-this-is-about')}
                        </summary>
                        <div className="pb-2" data-read-aloud>
                            <Rich text={view.instructions} />
                            {view.objectives.length > 0 && (
                                <>
                                    <p className="mt-2 font-semibold">{say('player.player.what-you-are-to-be-able-to-do')}</p>
                                    <ul className="list-disc pl-6">
                                        {view.objectives.map((objective) => (
                                            <li key={objective}>{objective}</li>
                                        ))}
                                    </ul>
                                </>
                            )}
                        </div>
                    </details>
                )}
                <Middle className="flex flex-1 flex-col">
                    {onPage && overview !== null && (
                        <OnePage
                            page={view.page ?? []}
                            overview={overview}
                            round={kept ? view.id : null}
                            busy={busy}
                            send={send}
                            asking={asking}
                        />
                    )}
                    {!onPage && isOverview && overview !== null && (
                        <Overview
                            overview={overview}
                            at={at}
                            busy={busy}
                            onGo={(stop) => {
                                setLooking(false);
                                send({ kind: 'went-to', data: { stop } });
                            }}
                            onEnd={() => {
                                setLooking(false);
                                send({ kind: overview.handIn ? 'handed-in' : 'finished', data: {} });
                            }}
                        />
                    )}
                    {!onPage && !isOverview && <KeptReading shelf={view.atHand} />}
                    {!onPage && !isOverview && place.kind === 'question' && (
                        <div className={beside ? 'grid flex-1 grid-cols-2' : 'flex flex-1 flex-col'}>
                            {beside && place.watchAgain !== null && (
                                <Beside key={place.watchAgain.clip.to} again={place.watchAgain} send={send} />
                            )}
                            <div className="flex flex-1 flex-col">
                                <QuestionView
                                    key={`${place.question.id}-${place.frame}-${place.tries}-${place.verdictShown}-${place.rung?.id ?? ''}-${place.judging !== null}-${place.led ?? ''}`}
                                    place={place}
                                    round={kept ? view.id : null}
                                    handsIn={overview?.handIn ?? false}
                                    busy={busy}
                                    send={send}
                                    asking={asking}
                                    beside={beside}
                                />
                            </div>
                        </div>
                    )}
                    {!onPage && !isOverview && place.kind === 'video' && (
                        <VideoView key={place.frame} place={place} round={kept ? view.id : null} busy={busy} send={send} />
                    )}
                    {!onPage && !isOverview && place.kind === 'board' && (
                        <div className="flex flex-1 flex-col items-center justify-center px-4 py-10 text-center">
                            <Presentation size={72} strokeWidth={1.2} aria-hidden="true" className="text-soft" />
                            <p className="mt-4 font-display text-3xl" role="status">
                                {say('player.board.look-at-the-board')}
                            </p>
                            {place.comments !== null && (
                                <div className="mt-8 w-full max-w-md text-left">
                                    <Comments cue={place.comments} round={kept ? view.id : null} busy={busy} send={send} />
                                </div>
                            )}
                        </div>
                    )}
                    {!onPage && !isOverview && place.kind === 'waits' && (
                        <div className="flex flex-1 flex-col items-center justify-center px-4 py-10 text-center">
                            <WifiOff size={56} strokeWidth={1.2} aria-hidden="true" className="text-soft" />
                            <p className="mt-4 text-lg" role="status">
                                {say('player.player.video-waits')}
                            </p>
                            <Button large className="mt-4" disabled={busy} onClick={() => send({ kind: 'went-to', data: { stop: null } })}>
                                {say(view.page === null ? 'player.player.overview' : 'player.one-page.back-to-the-page')}
                            </Button>
                        </div>
                    )}
                    {view.beside.length > 0 && <WhileYouWait beside={view.beside} busy={busy} send={send} />}
                    {!onPage && !isOverview && place.kind === 'reading' && (
                        <>
                            <article className="flex-1 px-4 py-5" data-read-aloud>
                                {place.title !== '' && <h2 className="mb-2 text-2xl">{place.title}</h2>}
                                <Rich text={place.text} className="text-lg leading-relaxed" />
                            </article>
                            <Bar>
                                <Button weight="main" large className="flex-1" disabled={busy} onClick={() => goOn(place.frame)}>
                                    {say('player.player.go-on')}
                                </Button>
                            </Bar>
                        </>
                    )}
                    {place.kind === 'finish' && (
                        <Finish place={place} standings={view.standings} isReturn={view.kind === 'return'} ending={ending} />
                    )}
                </Middle>
            </div>
        </MediaKnown>
    );
}

/** What whoever has answered may do while the others think: stops that lie beside the way. */
function WhileYouWait({ beside, busy, send }: { beside: RoundView['beside']; busy: boolean; send: (step: Step) => void }) {
    return (
        <section className="border-t border-line px-4 py-4" aria-label={say('player.board.while-you-wait')}>
            <h2 className="text-lg">{say('player.board.while-you-wait')}</h2>
            <ul className="mt-2 flex flex-wrap gap-2">
                {beside.map((one, index) => (
                    <li key={one.stop}>
                        <Button large disabled={busy} onClick={() => send({ kind: 'went-to', data: { stop: one.stop } })}>
                            {one.title !== '' ? one.title : say('player.board.something-extra', { number: index + 1 })}
                        </Button>
                    </li>
                ))}
            </ul>
        </section>
    );
}

function frameOf(place: ShownRound['place']): string | null {
    return 'frame' in place ? place.frame : null;
}

/** The video of a question, standing where it stopped; from there the part before it can be seen again. */
function Beside({ again, send }: { again: NonNullable<QuestionPlace['watchAgain']>; send: (step: Step) => void }) {
    const watched = useCallback(
        (stretch: Stretch) => send({ kind: 'watched', data: { video: again.video, ...stretch } }),
        [send, again.video],
    );
    return (
        <aside className="border-r border-line px-4 py-5" aria-label={say('player.question-view.the-part-before-this-question')}>
            <div className="sticky top-4">
                <VideoPlayer
                    title={say('player.question-view.the-part-before-this-question')}
                    clip={again.clip}
                    startAt={again.clip.to ?? again.clip.from}
                    onWatched={watched}
                />
            </div>
        </aside>
    );
}
