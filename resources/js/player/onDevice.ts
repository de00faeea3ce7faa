import type { Answer, PagePlace, QuestionPlace, RoundView } from '../api/types';
import type { Step } from './Player';

/** A stop that is known only once the server is reached: a video. */
interface WaitingPlace {
    kind: 'waits';
    frame: string;
}

/** A round as it is shown: as it was sent, or as it must stand after what was done since. */
export type ShownRound = Omit<RoundView, 'place'> & { place: RoundView['place'] | WaitingPlace };

/** What tells the server something, and moves nothing that is shown. */
const onlyTold = new Set<Step['kind']>(['watched', 'video-away', 'commented', 'paused']);

/**
 * How a round that can be done wholly on the device stands after these steps, as the engine would have it: the same rules as
 * core/src/Round for a round handed in whole, in which nothing on the way decides what comes.
 *
 * @returns also whether something was done that only the server can follow; the round stands as it did before that
 */
export function followed(view: RoundView, steps: Step[]): { view: ShownRound; waits: boolean } {
    let shown: ShownRound = view;
    for (const step of steps) {
        const next = after(shown, step);
        if (next === null) {
            return { view: shown, waits: true };
        }
        shown = { ...next, number: next.number + 1 };
    }
    return { view: shown, waits: false };
}

/** The stops that came with a look at a round stay known when an event's reply comes without them, with what was answered since. */
export function stillKnown(before: RoundView | null, reply: RoundView, step: Step | null): RoundView {
    if (before === null || step === null || before.onDevice === null || reply.onDevice !== null || !reply.whole) {
        return reply;
    }
    const { kind, data } = step;
    const stops = kind === 'answered' ? withAnswer(before.onDevice, data.question, data.response as Answer) : before.onDevice;
    return { ...reply, onDevice: stops, media: { ...before.media, ...reply.media } };
}

/** What a step makes of a round; null where only the server knows. */
function after(view: ShownRound, { kind, data }: Step): ShownRound | null {
    const stops = stopsOf(view);
    if (onlyTold.has(kind)) {
        return view;
    }
    if (!view.whole || stops === null || view.overview === null) {
        return null;
    }
    const here = view.progress.indexOf('here');
    const known = stops[here]?.place ?? null;
    const { place } = view;
    switch (kind) {
        case 'went-to': {
            const to = stops.findIndex((stop) => stop.stop === data.stop);
            return data.stop === null || to >= 0 ? standing(view, to) : null;
        }
        case 'answered': {
            if (place.kind !== 'question' || place.rung !== null || place.question.id !== data.question || known === null) {
                return null;
            }
            return onwards(answered(view, here, data.question, data.response as Answer), here);
        }
        case 'went-on':
            return place.kind === 'reading' && place.frame === data.from ? onwards(view, here) : null;
        case 'skipped':
            return place.kind === 'question' && place.rung === null && place.frame === data.from && known !== null
                ? onwards(view, here)
                : null;
        case 'called': {
            const called = (one: QuestionPlace) => ({ ...one, called: true, mayCall: false, maySetAside: true });
            return place.kind === 'question' && place.question.id === data.question && known !== null
                ? { ...withStops(view, withQuestion(stops, data.question, called)), place: called(place) }
                : null;
        }
        default:
            return null;
    }
}

function stopsOf(view: ShownRound): PagePlace[] | null {
    return view.page ?? view.onDevice;
}

function withStops(view: ShownRound, stops: PagePlace[]): ShownRound {
    return view.page === null ? { ...view, onDevice: stops } : { ...view, page: stops };
}

function withQuestion(stops: PagePlace[], question: unknown, change: (place: QuestionPlace) => QuestionPlace): PagePlace[] {
    return stops.map((stop) =>
        stop.place?.kind === 'question' && stop.place.question.id === question ? { ...stop, place: change(stop.place) } : stop,
    );
}

function withAnswer(stops: PagePlace[], question: unknown, response: Answer): PagePlace[] {
    const verdict = { result: null, timedOut: false, feedback: [], near: null, readings: [], parts: null, response };
    return withQuestion(stops, question, (place) => ({ ...place, verdict }));
}

function answered(view: ShownRound, at: number, question: unknown, response: Answer): ShownRound {
    const given = withStops(view, withAnswer(stopsOf(view) ?? [], question, response));
    return { ...given, overview: done(view.overview, at) };
}

function done(overview: RoundView['overview'], at: number): RoundView['overview'] {
    return overview && { ...overview, stops: overview.stops.map((stop, index) => (index === at ? { ...stop, answered: true } : stop)) };
}

/** To the next stop that is not done, or to where one moves about. */
function onwards(view: ShownRound, from: number): ShownRound {
    const next = view.page === null ? view.overview?.stops.findIndex((stop, index) => index > from && !stop.answered) : -1;
    return standing(view, next ?? -1);
}

/** Standing at a stop, or below 0 where one moves about. */
function standing(view: ShownRound, at: number): ShownRound {
    const stops = stopsOf(view) ?? [];
    const overview = view.overview?.stops[at]?.asks === false ? done(view.overview, at) : view.overview;
    const isVisited = view.progress.map((word, index) => word !== 'upcoming' || index === at);
    const stop = stops[at];
    return {
        ...view,
        overview,
        progress: isVisited.map((visited, index) => {
            const { asks, answered: isDone } = overview?.stops[index] ?? { asks: false, answered: false };
            return index === at ? 'here' : !visited ? 'upcoming' : asks && !isDone ? 'waiting' : 'done';
        }),
        part: stop?.part ?? null,
        atHand: stop === undefined ? [] : atHand(view, stops, isVisited, at),
        place: stop === undefined ? { kind: 'overview' } : (stop.place ?? { kind: 'waits', frame: stop.stop }),
    };
}

function atHand(view: ShownRound, stops: PagePlace[], isVisited: boolean[], at: number): RoundView['atHand'] {
    return stops.flatMap(({ stop, keeps, place }, index) => {
        const known = view.atHand.filter((one) => one.id === stop);
        return index === at || !isVisited[index]
            ? []
            : keeps && place?.kind === 'reading'
              ? [{ id: stop, kind: 'reading' as const, title: place.title, text: place.text }]
              : known;
    });
}
