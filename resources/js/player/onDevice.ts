import type { Answer, PagePlace, QuestionPlace, RoundView } from '../api/types';
import { mayAsk, watched, withAnswered, withAsked } from './film';
import type { Step } from './Player';

/** A stop that is known only once the server is reached: a video that hides what it asks. */
interface WaitingPlace {
    kind: 'waits';
    frame: string;
}

/** A round as it is shown: as it was sent, or as it must stand after what was done since. */
export type ShownRound = Omit<RoundView, 'place'> & { place: RoundView['place'] | WaitingPlace };

/** What tells the server something, and moves nothing that is shown. */
const onlyTold = new Set<Step['kind']>(['video-away', 'commented', 'paused']);

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
    const next = after(before, step);
    const { kind, data } = step;
    // Where only the server knows what comes, what was answered is there all the same.
    const alone = kind === 'answered' ? withAnswer(before.onDevice, data.question, data.response as Answer) : before.onDevice;
    return { ...reply, onDevice: next?.onDevice ?? alone, media: { ...before.media, ...reply.media } };
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
    const film = stops[here]?.film ?? null;
    const isKnown = film !== null || (stops[here]?.place ?? null) !== null;
    const { place } = view;
    switch (kind) {
        case 'went-to': {
            const to = stops.findIndex((stop) => stop.stop === data.stop);
            return data.stop === null || to >= 0 ? standing(view, to) : null;
        }
        case 'answered': {
            if (place.kind !== 'question' || place.rung !== null || place.question.id !== data.question || !isKnown) {
                return null;
            }
            const given = answered(view, here, data.question, data.response as Answer);
            // The video plays on.
            return film === null ? onwards(given, here) : { ...given, place: stopsOf(given)?.[here]?.film?.place ?? place };
        }
        case 'watched': {
            if (place.kind === 'waits') {
                return null;
            }
            if (place.kind !== 'video' || place.id !== data.video) {
                return view;
            }
            if (film === null) {
                return mayAsk(place, Number(data.to)) ? null : view;
            }
            const seen = watched(film, { from: Number(data.from), to: Number(data.to) });
            const known = stops.map((stop, index) => (index === here ? { ...stop, film: seen.film } : stop));
            return { ...withStops(view, known), place: seen.asks ?? seen.film.place };
        }
        case 'went-on':
            return (place.kind === 'reading' || (place.kind === 'video' && isKnown && place.mayGoOn)) && place.frame === data.from
                ? onwards(view, here)
                : null;
        case 'skipped':
            return ((place.kind === 'question' && place.rung === null) || (place.kind === 'video' && place.maySkip)) &&
                place.frame === data.from &&
                isKnown
                ? onwards(view, here)
                : null;
        case 'called': {
            const called = (one: QuestionPlace) => ({ ...one, called: true, mayCall: false, maySetAside: true });
            return place.kind === 'question' && place.question.id === data.question && isKnown
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

function withQuestion(
    stops: PagePlace[],
    question: unknown,
    change: (place: QuestionPlace) => QuestionPlace,
    inFilm = withAsked,
): PagePlace[] {
    return stops.map((stop) => {
        if (stop.film !== null) {
            return { ...stop, film: inFilm(stop.film, question, change) };
        }
        return stop.place?.kind === 'question' && stop.place.question.id === question ? { ...stop, place: change(stop.place) } : stop;
    });
}

function withAnswer(stops: PagePlace[], question: unknown, response: Answer): PagePlace[] {
    const verdict = { result: null, timedOut: false, feedback: [], near: null, readings: [], parts: null, response };
    return withQuestion(stops, question, (place) => ({ ...place, verdict }), withAnswered);
}

function answered(view: ShownRound, at: number, question: unknown, response: Answer): ShownRound {
    const given = withStops(view, withAnswer(stopsOf(view) ?? [], question, response));
    const film = stopsOf(given)?.[at]?.film ?? null;
    return film === null || film.place.mayGoOn ? { ...given, overview: done(view.overview, at) } : given;
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
        place: stop === undefined ? { kind: 'overview' } : (stop.place ?? stop.film?.place ?? { kind: 'waits', frame: stop.stop }),
    };
}

function atHand(view: ShownRound, stops: PagePlace[], isVisited: boolean[], at: number): RoundView['atHand'] {
    return stops.flatMap(({ stop, keeps, place, film }, index) => {
        if (index === at || !isVisited[index]) {
            return [];
        }
        if (keeps && place?.kind === 'reading') {
            return [{ id: stop, kind: 'reading' as const, title: place.title, text: place.text }];
        }
        return keeps && film !== null
            ? [{ id: stop, kind: 'video' as const, title: film.place.title, clip: film.place.clip }]
            : view.atHand.filter((one) => one.id === stop);
    });
}
