import { useQueryClient } from '@tanstack/react-query';
import { type ReactNode, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { client, Refused, sentence, take } from '../api/client';
import type { RoundView } from '../api/types';
import { addressOf } from '../player/media';
import { followed, type ShownRound, stillKnown } from '../player/onDevice';
import { Player, type Step } from '../player/Player';
import { type Asking, useAsking } from '../player/useAsking';
import { buttonClass } from '../ui/Button';
import { Notice } from '../ui/Notice';
import { ulid } from '../ui/ulid';
import { useAskAgain, useLive } from '../ui/useLive';
import { say } from '../words/words';
import { eventInWords } from './eventWords';
import { KeepVideos } from './KeepVideos';
import { Outbox } from './outbox';
import type { MadeEvent } from './queue';
import { ReadingSupport } from './ReadingSupport';
import { RefusedEvents } from './RefusedEvents';
import { keepPictures, keepSeen, lastSeen, leaveNothing, seenAs } from './seen';
import { brokenOver, useOutboxes } from './useOutboxes';
import { useVideos } from './useVideos';

/** Steps that only tell what was seen: the student need not wait for them. */
const silent = new Set<Step['kind']>(['watched']);

/** Addresses of the pictures of a round. */
function picturesOf(view: RoundView): string {
    return Object.entries(view.media)
        .filter(([, facts]) => facts.kind === 'picture')
        .map(([id, facts]) => addressOf(id, facts))
        .sort()
        .join(' ');
}

/** What it means that the server is not there, for what the student is at. */
function lostInWords(whole: boolean, waits: boolean, events: MadeEvent[]): string {
    if (events.some((event) => event.kind === 'handed-in')) {
        return say('student.round.handed-in-here');
    }
    if (whole && !waits) {
        return say('student.round.no-connection-go-on');
    }
    return say(events.length === 0 ? 'student.together.no-connection' : 'student.round.there-is-no-connection-just');
}

/** Before anything is answered, where one looks over the round, and at a video. */
function isWhereVideosMatter({ place, overview }: ShownRound): boolean {
    return place.kind === 'video' || place.kind === 'overview' || overview?.stops.every((stop) => !stop.answered) === true;
}

/** How a round is shown without a connection: a video that was come to since then and is not on the device waits for one. */
function withoutVideo(shown: ShownRound, sent: RoundView, kept: Set<string> | null): ShownRound {
    const { place, media } = shown;
    const medium = place.kind === 'video' ? place.clip.media : null;
    const isThere =
        place.kind !== 'video' ||
        (sent.place.kind === 'video' && sent.place.id === place.id) ||
        (medium !== null && kept?.has(addressOf(medium, media[medium] ?? null)) === true);
    return isThere ? shown : { ...shown, place: { kind: 'waits', frame: place.frame } };
}

/** What the student asks about the questions of a round. */
function useOwnAsking(round: string): Asking {
    const queries = useQueryClient();
    const params = useMemo(() => ({ params: { path: { round } } }), [round]);
    const send = useCallback<Parameters<typeof useAsking>[2]>(
        (body) => take(client.POST('/student/rounds/{round}/conversations', { ...params, body })),
        [params],
    );
    const see = useCallback(
        (conversation: string) => {
            // Where it does not arrive, the answer stands on the own page once more.
            take(client.PUT('/student/conversations/{conversation}/seen', { params: { path: { conversation } } })).then(
                () => queries.invalidateQueries({ queryKey: ['student'], refetchType: 'none' }),
                () => undefined,
            );
        },
        [queries],
    );
    return useAsking(round, () => take(client.GET('/student/rounds/{round}/conversations', params)), send, see);
}

/**
 * A round under way: what is done is kept on the device, sent in order, and shown where it led.
 *
 * `stands` is how it stands, where the page around it knows that sooner than this one would ask.
 */
export function RoundUnderWay({ round, stands, leave }: { round: string; stands?: RoundView; leave?: ReactNode }) {
    const navigate = useNavigate();
    const queries = useQueryClient();
    const [view, setView] = useState<RoundView | null>(null);
    const [waiting, setWaiting] = useState<{ events: MadeEvent[] | null; reachable: boolean }>({ events: null, reachable: true });
    const [messages, setMessages] = useState<string[]>([]);
    const [notKept, setNotKept] = useState(false);
    // The server could not say how the round stands.
    const [away, setAway] = useState(false);
    // The last step made here for which one waits.
    const [moving, setMoving] = useState<string | null>(null);
    const student = view?.student;
    // The first event made here follows on where the first reply stood, also when it is made in the same instant.
    const found = useRef<RoundView | null>(null);
    const box = useRef<Outbox | null>(null);

    // Replies may overtake each other; an older one never replaces what is shown.
    const show = useCallback(
        (next: RoundView, after: MadeEvent | null = null) =>
            setView((shown) => (shown !== null && shown.number > next.number ? shown : stillKnown(shown, next, after))),
        [],
    );
    const tell = useCallback(
        (sentence: string) => setMessages((before) => (before.includes(sentence) ? before : [...before, sentence])),
        [],
    );

    const outbox = useMemo(() => {
        if (student === undefined) {
            return null;
        }
        const made = new Outbox(student, round, {
            onView: (next, after) => {
                setAway(false);
                show(next, after);
            },
            onWaiting: (events, reachable) => {
                setWaiting({ events, reachable });
                if (events.length === 0) {
                    setMoving(null);
                    setNotKept(false);
                    // The own page asks anew when it is opened; nothing does so here after each answer.
                    void queries.invalidateQueries({ queryKey: ['student'], refetchType: 'none' });
                }
            },
            onSignedOut: () => void navigate('/join'),
            onRefused: (event, why) => {
                setMoving(null);
                if (event.kind !== 'watched') {
                    tell(say('student.not-taken', { what: eventInWords(event), why }));
                }
            },
            onElsewhere: tell,
            onPutAside: (event) => {
                setMoving(null);
                tell(brokenOver(event));
            },
            onNotKept: () => setNotKept(true),
        });
        if (found.current !== null) {
            made.stands(found.current);
        }
        return made;
    }, [student, round, navigate, show, tell, queries]);
    useEffect(() => {
        box.current = outbox;
        return () => outbox?.stop();
    }, [outbox]);
    const unsent = useOutboxes(student, round);

    /** How the round stands, as it was told without anything having been done here. */
    const hear = useCallback(
        (reply: RoundView) => {
            found.current = reply;
            show(reply);
            box.current?.stands(reply);
        },
        [show],
    );
    const led = stands !== undefined;
    useEffect(() => {
        if (stands !== undefined) {
            hear(stands);
        }
    }, [stands, hear]);

    /** Tells whether it could be seen how the round stands. */
    const look = useCallback(async () => {
        try {
            hear(await take(client.GET('/student/rounds/{round}', { params: { path: { round } } })));
            setAway(false);
            return true;
        } catch (error) {
            if (error instanceof Refused) {
                if (error.problem.status === 401) {
                    await leaveNothing();
                }
                await navigate(error.problem.status === 401 ? '/join' : '/me');
            } else {
                const before = found.current === null ? await lastSeen<RoundView>(seenAs(round)) : null;
                if (before !== null) {
                    hear(before.value);
                }
                // Where something of it can be shown, it goes on with that.
                found.current === null ? tell(sentence(error)) : setAway(true);
            }
            return false;
        }
    }, [navigate, round, hear, tell]);
    const load = useCallback(async () => {
        if (await look()) {
            setMessages([]);
        }
    }, [look]);

    useEffect(() => {
        if (!led) {
            void load();
        }
        window.addEventListener('online', load);
        return () => window.removeEventListener('online', load);
    }, [load, led]);

    // What the teacher did to the round is seen without being asked for; what the page has told meanwhile stays.
    const ask = useCallback(() => void look(), [look]);
    const heard = useLive(student === undefined ? null : `student/${student}`, ask);
    useAskAgain(heard || led || student === undefined || (waiting.events?.length ?? 0) > 0, ask);

    // What waits from before is sent as soon as it is known whose it is.
    useEffect(() => {
        void outbox?.waiting().then((events) => {
            setWaiting((before) => ({ ...before, events }));
            void outbox.run();
        });
    }, [outbox]);

    // A round that is led is where its class is, and nowhere without a connection.
    useEffect(() => {
        if (view !== null && !led) {
            void keepSeen(seenAs(round), view);
        }
    }, [view, round, led]);
    const pictures = view?.whole === true ? picturesOf(view) : '';
    useEffect(() => {
        if (pictures !== '') {
            void keepPictures(pictures.split(' '));
        }
    }, [pictures]);

    const send = useCallback(
        (step: Step) => {
            setMessages([]);
            const id = ulid();
            if (!silent.has(step.kind)) {
                setMoving(id);
            }
            void outbox?.add({ id, kind: step.kind, at: Date.now(), data: step.data });
        },
        [outbox],
    );

    const videos = useVideos(led ? null : view);
    const asking = useOwnAsking(round);
    // Nothing is shown before it is known what was done here and has not been sent: a field takes what is in it at first.
    const events = waiting.events;
    const shown = useMemo(() => (view === null || events === null ? null : followed(view, events)), [view, events]);
    const lost = away || (!waiting.reachable && (events?.length ?? 0) > 0);

    if (view === null || shown === null || events === null) {
        return (
            <main className="mx-auto max-w-2xl p-6">
                <p>{say('ui.one-moment')}</p>
                {messages.length > 0 && <Notice>{say('student.round.what-you-have-done-is', { messages: messages.join(' ') })}</Notice>}
            </main>
        );
    }

    const count = events.length;
    const hasArrived = moving === null || view.last === moving || events.some((event) => event.id === moving);
    const offersVideos = !lost && videos.missing > 0 && isWhereVideosMatter(shown.view);
    return (
        <Player
            view={lost ? withoutVideo(shown.view, view, videos.kept) : shown.view}
            busy={shown.waits || !hasArrived}
            kept
            support={<ReadingSupport />}
            asking={asking}
            send={send}
            notice={
                offersVideos || lost || notKept || messages.length > 0 || unsent.told.length > 0 ? (
                    <>
                        {offersVideos && <KeepVideos videos={videos} />}
                        {notKept && <Notice>{say('student.round.this-device-cannot-keep-your', { count })}</Notice>}
                        {lost && !notKept && <Notice>{lostInWords(view.whole, shown.waits, events)}</Notice>}
                        {messages.map((message) => (
                            <Notice key={message}>{message}</Notice>
                        ))}
                        <RefusedEvents unsent={unsent} />
                    </>
                ) : null
            }
            leave={
                leave ?? (
                    <Link className={buttonClass('quiet')} to="/me">
                        {say('student.round.my-page')}
                    </Link>
                )
            }
            ending={
                <>
                    <Notice tone="well">
                        {count === 0
                            ? say('student.round.everything-has-arrived-your-teacher')
                            : say('student.round.something-you-did-is-still')}
                        {view.late === true && ` ${say('student.round.some-of-it-arrived-after')}`}
                    </Notice>
                    <Link className={`${buttonClass('main', true)} mt-4`} to="/me">
                        {say('student.round.to-my-page')}
                    </Link>
                </>
            }
        />
    );
}
