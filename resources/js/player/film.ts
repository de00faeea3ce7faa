import type { PagePlace, QuestionPlace, VideoPlace } from '../api/types';
import { joining, pairs } from './seeking';

/** A video and what it asks, in the order of its cues: all of it known, so that it is followed without the server. */
export type Film = NonNullable<PagePlace['film']>;

/** Seconds within which a cue counts as come to, as in core/src/Round/Internal/Walk.php. */
const CUE_REACH = 0.3;

/** Seconds from which on a stretch was played, and not landed on. */
const PLAYED = 0.2;

/** As the engine joins them: those that touch, and no others. */
const withExactly = joining(0);

/** A stretch that was watched, in seconds of the video. */
interface Watched {
    from: number;
    to: number;
}

/** What watching makes of a video: the same as Walk::watch. `asks` is the question that comes up; null where none does. */
export function watched(film: Film, { from, to }: Watched): { film: Film; asks: QuestionPlace | null } {
    const stretch = letThrough(film.place, { from, to });
    if (stretch === null) {
        return { film, asks: null };
    }
    const cue = playedInto(film.place, stretch);
    return { film: { ...film, place: standing(see(film.place, stretch)) }, asks: film.asks[cue] ?? null };
}

/** With a question of it answered: its cue asks no more. */
export function withAnswered(film: Film, question: unknown, change: (place: QuestionPlace) => QuestionPlace): Film {
    const at = askedAt(film, question);
    const cues = film.place.cues.map((cue, index) => (index === at ? { ...cue, open: false } : cue));
    return { ...withAsked(film, question, change), place: standing({ ...film.place, cues }) };
}

/** With a question of it changed. */
export function withAsked(film: Film, question: unknown, change: (place: QuestionPlace) => QuestionPlace): Film {
    const at = askedAt(film, question);
    return { ...film, asks: film.asks.map((place, index) => (index === at ? change(place) : place)) };
}

/** Which of its questions it is; below 0 where it is none of them. */
function askedAt(film: Film, question: unknown): number {
    return film.asks.findIndex((place) => place.question.id === question);
}

/** Whether playing so far may come to a question of which the device knows only that it comes. */
export function mayAsk(place: VideoPlace, to: number): boolean {
    return place.nextCue !== null && to + CUE_REACH >= place.nextCue;
}

/** Which cue is the first, from a moment on, that still asks; below 0 where none does. */
function nextOpen({ cues }: VideoPlace, after = 0): number {
    return cues.findIndex((cue) => cue.open && cue.at >= after);
}

/** How it stands with its cues as they are now. */
function standing(place: VideoPlace): VideoPlace {
    const next = place.cues[nextOpen(place, place.seeking === 'free' ? place.resumeAt : 0)];
    return {
        ...place,
        openCues: place.openCues === null ? null : place.cues.filter((cue) => cue.open).length,
        nextCue: next?.at ?? null,
        mayGoOn: nextOpen(place) < 0,
    };
}

/** What of a stretch the video's way of seeking lets through; null where it begins beyond that. */
function letThrough(place: VideoPlace, { from, to }: Watched): Watched | null {
    if (place.seeking === 'free') {
        return { from, to };
    }
    if (place.seeking === 'back' && !isReached(place, from)) {
        return null;
    }
    const barrier = place.cues[nextOpen(place)]?.at;
    if (barrier === undefined) {
        return { from, to };
    }
    return from > barrier + CUE_REACH ? null : { from, to: Math.max(from, Math.min(to, barrier + CUE_REACH)) };
}

/** The cue into which a stretch plays; below 0 where it plays into none. Landing on one that was not played up to opens nothing. */
function playedInto(place: VideoPlace, { from, to }: Watched): number {
    const next = nextOpen(place, place.seeking === 'free' ? from : 0);
    const at = place.cues[next]?.at;
    return at !== undefined && to + CUE_REACH >= at && (to - from >= PLAYED || isReached(place, at)) ? next : -1;
}

/** Whether a moment lies in what was seen, or where the video begins. */
function isReached({ clip, seen }: VideoPlace, moment: number): boolean {
    return moment <= clip.from + CUE_REACH || pairs(seen).some(([from, to]) => moment >= from - CUE_REACH && moment <= to + CUE_REACH);
}

function see(place: VideoPlace, { from, to }: Watched): VideoPlace {
    const seen = to > from ? withExactly(pairs(place.seen), [from, to]).flat() : place.seen;
    return { ...place, resumeAt: Math.max(place.clip.from, to), seen };
}
