import { LifeBuoy } from 'lucide-react';
import { type ReactNode, useCallback, useEffect, useRef, useState } from 'react';
import type { EventKind, QuestionPlace, RoundView, Verdict, VideoPlace } from '../api/types';
import { Button } from '../ui/Button';
import { AnswerForm } from './AnswerForm';
import { Prompt } from './Prompt';
import { RungContent, rungWords } from './RungContent';
import { HowFar, howItGoes } from './Signs';
import { type Stretch, VideoPlayer } from './VideoPlayer';

export interface Step {
    kind: EventKind;
    data: Record<string, unknown>;
}

interface Props {
    view: RoundView;
    /** Something was done and has not come back yet. */
    busy: boolean;
    /** A sentence about the connection or a refusal. */
    notice: ReactNode;
    send: (step: Step) => void;
    /** Typed answers are kept on the device under this name; not in a rehearsal. */
    keepDrafts: boolean;
    /** What stands below the closing message. */
    ending: ReactNode;
    leave: ReactNode;
}

/** A round as a student walks it: one thing at a time, the same for a rehearsal. */
export function Player({ view, busy, notice, send, keepDrafts, ending, leave }: Props) {
    const { place } = view;
    return (
        <div className="mx-auto flex min-h-dvh w-full max-w-2xl flex-col bg-paper">
            <header className="border-b border-line px-4 pt-3 pb-2">
                <div className="flex items-center justify-between gap-3">
                    <h1 className="truncate text-base">{view.title}</h1>
                    {leave}
                </div>
                <div className="mt-2 flex items-center">
                    <HowFar far={view.far} />
                </div>
                <p className="mt-1 text-sm text-soft">
                    {howItGoes(view.goes)}
                    {view.returning && ' · now the ones you left for later'}
                </p>
            </header>
            {notice !== null && <div className="px-4 pt-3">{notice}</div>}
            {view.number === 1 && view.instructions !== '' && (
                <p className="border-b border-line px-4 py-3 whitespace-pre-wrap">{view.instructions}</p>
            )}
            <main className="flex flex-1 flex-col">
                {place.kind === 'question' && (
                    <QuestionView
                        key={`${place.question.id}-${place.tries}-${place.told}-${place.rung?.id ?? ''}`}
                        place={place}
                        media={view.media}
                        draft={keepDrafts ? `draft-${view.id}-${place.question.id}` : null}
                        busy={busy}
                        send={send}
                    />
                )}
                {place.kind === 'video' && <VideoView key={place.frame} place={place} media={view.media} busy={busy} send={send} />}
                {place.kind === 'reading' && (
                    <>
                        <article className="flex-1 px-4 py-5">
                            <h2 className="mb-2 text-2xl">{place.title}</h2>
                            <p className="text-lg leading-relaxed whitespace-pre-wrap">{place.text}</p>
                        </article>
                        <Bar>
                            <Button
                                weight="main"
                                large
                                className="flex-1"
                                disabled={busy}
                                onClick={() => send({ kind: 'went-on', data: { from: place.frame } })}
                            >
                                Go on
                            </Button>
                        </Bar>
                    </>
                )}
                {place.kind === 'finish' && (
                    <section className="flex-1 px-4 py-8">
                        <h2 className="text-3xl">{place.title}</h2>
                        {place.message !== '' && <p className="mt-3 text-lg whitespace-pre-wrap">{place.message}</p>}
                        <p className="mt-4 text-lg">{howItGoes(view.goes)}.</p>
                        {place.left.length > 0 && (
                            <div className="mt-4">
                                <p className="font-semibold">Not yet, and worth another look:</p>
                                <ul className="mt-1 list-disc pl-5">
                                    {place.left.map((text) => (
                                        <li key={text}>{text}</li>
                                    ))}
                                </ul>
                            </div>
                        )}
                        <div className="mt-8">{ending}</div>
                    </section>
                )}
            </main>
        </div>
    );
}

/** The row at the bottom, under the thumb; help is always at its left. */
function Bar({ children }: { children: ReactNode }) {
    return (
        <div className="sticky bottom-0 flex items-center gap-3 border-t border-line bg-paper px-4 pt-3 pb-[max(0.75rem,env(safe-area-inset-bottom))]">
            {children}
        </div>
    );
}

/** What slides up from below: the verdict or a rung, with the question still in sight above. */
function FromBelow({ label, tone, children }: { label: string; tone: 'well' | 'yet'; children: ReactNode }) {
    const sheet = useRef<HTMLElement>(null);
    useEffect(() => {
        sheet.current?.focus({ preventScroll: true });
    }, []);
    return (
        <section
            ref={sheet}
            tabIndex={-1}
            aria-label={label}
            className={`sticky bottom-0 max-h-[72dvh] animate-rise overflow-y-auto rounded-t-lg border-t-4 bg-sheet px-4 pt-4 pb-[max(1rem,env(safe-area-inset-bottom))] shadow-[0_-6px_24px_rgb(0_0_0/0.14)] outline-none ${tone === 'well' ? 'border-well' : 'border-rail'}`}
        >
            {children}
        </section>
    );
}

function Said({ verdict }: { verdict: Verdict }) {
    const head = { right: 'Right.', partly: 'Partly right.', 'not-right': 'Not yet.', unclear: 'Please say which you mean.' }[
        verdict.result
    ];
    return (
        <div className="mb-3">
            <p className={`font-display text-xl ${verdict.result === 'right' ? 'text-well' : 'text-yet'}`}>{head}</p>
            {verdict.result === 'unclear' && (
                <p className="mt-1">
                    This can be read as {verdict.readings.join(' or as ')}. Write it so that only one is meant. This did not count as a try.
                </p>
            )}
            {verdict.feedback.map((text) => (
                <p key={text} className="mt-1 text-lg whitespace-pre-wrap">
                    {text}
                </p>
            ))}
        </div>
    );
}

function given(place: QuestionPlace): string {
    const response = place.verdict?.response;
    if (response === null || response === undefined) {
        return '';
    }
    return 'text' in response
        ? response.text
        : place.question.options
              .filter((option) => response.choices.includes(option.id))
              .map((option) => option.text)
              .join(', ');
}

function QuestionView({
    place,
    media,
    draft,
    busy,
    send,
}: {
    place: QuestionPlace;
    media: RoundView['media'];
    draft: string | null;
    busy: boolean;
    send: (step: Step) => void;
}) {
    const [looking, setLooking] = useState<'help' | 'video' | null>(null);
    const watched = useCallback((video: string, stretch: Stretch) => send({ kind: 'watched', data: { video, ...stretch } }), [send]);
    const question = place.question.id;
    const goOn = () => send({ kind: 'went-on', data: { from: place.frame } });
    const askForHelp = () => send({ kind: 'asked-for-help', data: { question } });
    const below = place.told || place.rung !== null;
    const again = place.watchAgain;

    const waysOn = (back: () => void) => (
        <div className="mt-4 flex flex-wrap gap-3">
            <Button weight="main" large className="flex-1" disabled={busy} onClick={back}>
                Back to the question
            </Button>
            {place.moreHelp && (
                <Button large disabled={busy} onClick={askForHelp}>
                    Another step
                </Button>
            )}
        </div>
    );
    const seenHelp = place.seen.map((rung) => (
        <div key={rung.id} className="border-b border-line py-3 first:pt-0">
            <p className="mb-1 text-sm text-soft">{rungWords[rung.kind]}</p>
            <RungContent rung={rung} media={media} onWatched={watched} />
        </div>
    ));

    return (
        <>
            <div className="flex flex-1 flex-col px-4 pt-5">
                <Prompt blocks={place.question.prompt} />
                {below ? (
                    <p className="my-4 text-lg">
                        <span className="text-soft">Your answer: </span>
                        {given(place) || 'none yet'}
                    </p>
                ) : (
                    <>
                        {place.verdict !== null && place.verdict.result !== 'right' && (
                            <div className="mt-4 rounded-md border-l-4 border-yet bg-yet-tint px-4 pt-3" role="status">
                                <Said verdict={place.verdict} />
                            </div>
                        )}
                        <div className="mt-3 flex flex-1 flex-col">
                            <AnswerForm
                                place={place}
                                draft={draft}
                                disabled={busy}
                                onSubmit={(response) => {
                                    if (draft !== null) {
                                        localStorage.removeItem(draft);
                                    }
                                    send({ kind: 'answered', data: { question, response } });
                                }}
                            >
                                {(ready) => (
                                    <div className="sticky bottom-0 -mx-4 mt-6 border-t border-line bg-paper px-4 pt-3 pb-[max(0.75rem,env(safe-area-inset-bottom))]">
                                        {(place.maySetAside || again !== null) && (
                                            <div className="mb-2 flex flex-wrap gap-x-3">
                                                {again !== null && (
                                                    <Button weight="quiet" onClick={() => setLooking('video')} disabled={busy}>
                                                        Watch that part again
                                                    </Button>
                                                )}
                                                {place.maySetAside && (
                                                    <Button
                                                        weight="quiet"
                                                        disabled={busy}
                                                        onClick={() => send({ kind: 'set-aside', data: { question } })}
                                                    >
                                                        Leave it for later
                                                    </Button>
                                                )}
                                            </div>
                                        )}
                                        <div className="flex gap-3">
                                            <Button
                                                large
                                                disabled={busy || (!place.moreHelp && place.seen.length === 0)}
                                                onClick={() => (place.seen.length === 0 ? askForHelp() : setLooking('help'))}
                                            >
                                                <LifeBuoy size={20} aria-hidden="true" /> Help
                                            </Button>
                                            <Button type="submit" weight="main" large className="flex-1" disabled={!ready || busy}>
                                                {busy ? 'Sending …' : 'Check'}
                                            </Button>
                                        </div>
                                    </div>
                                )}
                            </AnswerForm>
                        </div>
                    </>
                )}
            </div>
            {place.told && place.verdict !== null && (
                <FromBelow label="About your answer" tone={place.verdict.result === 'right' ? 'well' : 'yet'}>
                    <Said verdict={place.verdict} />
                    <Button weight="main" large className="w-full" disabled={busy} onClick={goOn}>
                        Go on
                    </Button>
                </FromBelow>
            )}
            {place.rung !== null && (
                <FromBelow label="Help" tone="yet">
                    {place.verdict !== null && place.verdict.result !== 'right' && <Said verdict={place.verdict} />}
                    <p className="mb-1 text-sm text-soft">{rungWords[place.rung.kind]}</p>
                    <RungContent rung={place.rung} media={media} onWatched={watched} />
                    {waysOn(goOn)}
                </FromBelow>
            )}
            {looking === 'help' && !below && (
                <FromBelow label="Help you have seen" tone="yet">
                    {seenHelp}
                    {waysOn(() => setLooking(null))}
                </FromBelow>
            )}
            {looking === 'video' && again !== null && !below && (
                <FromBelow label="The part of the video before this question" tone="yet">
                    <VideoPlayer
                        title="The part before this question"
                        clip={again.clip}
                        length={null}
                        captions={again.clip.media !== null && (media[again.clip.media]?.captions ?? false)}
                        onWatched={(stretch) => watched(again.video, stretch)}
                    />
                    <Button weight="main" large className="mt-4 w-full" onClick={() => setLooking(null)}>
                        Back to the question
                    </Button>
                </FromBelow>
            )}
        </>
    );
}

function VideoView({
    place,
    media,
    busy,
    send,
}: {
    place: VideoPlace;
    media: RoundView['media'];
    busy: boolean;
    send: (step: Step) => void;
}) {
    const about = place.clip.media === null ? undefined : media[place.clip.media];
    const watched = useCallback((stretch: Stretch) => send({ kind: 'watched', data: { video: place.id, ...stretch } }), [send, place.id]);
    const held = useCallback(
        (at: number) => send({ kind: 'watched', data: { video: place.id, from: at, to: at, speed: 1 } }),
        [send, place.id],
    );
    const open = place.cues.filter((cue) => cue.standing === 'untouched' || cue.standing === 'on-the-ladder').length;
    return (
        <>
            <div className="flex-1 px-4 py-5">
                <h2 className="mb-3 text-2xl">{place.title}</h2>
                <VideoPlayer
                    title={place.title}
                    clip={place.clip}
                    length={about?.seconds ?? null}
                    captions={about?.captions ?? false}
                    startAt={place.resumeAt}
                    marks={place.cues.map((cue) => ({ at: cue.at, done: cue.standing !== 'untouched' }))}
                    holdAt={place.nextCue}
                    onWatched={watched}
                    onHeld={held}
                />
                <p className="mt-3 text-soft">
                    {open > 0
                        ? `The video stops for ${open} ${open === 1 ? 'question' : 'more questions'}.`
                        : 'You can look at any part again, or go on.'}
                </p>
            </div>
            <Bar>
                <Button
                    weight="main"
                    large
                    className="flex-1"
                    disabled={busy || !place.mayGoOn}
                    onClick={() => send({ kind: 'went-on', data: { from: place.frame } })}
                >
                    Go on
                </Button>
            </Bar>
        </>
    );
}
