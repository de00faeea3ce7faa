import type { Entry, Question, QuizDocument, Rung, Stop } from '../api/types';
import { apply } from './edits';
import { find, ladderAt, type RungPlace } from './places';

/** Changes of a quiz document. All are pure: they give a new document and leave the old one as it was. */

/** Maps a list; where nothing changed it is the same list, so that what did not change need not be drawn again. */
function mapList<T>(list: T[], change: (item: T) => T): T[] {
    const mapped = list.map(change);
    return mapped.some((item, index) => item !== list[index]) ? mapped : list;
}

function mapRungs(rungs: Rung[], change: (question: Question) => Question): Rung[] {
    return mapList(rungs, (rung) => {
        const question = rung.kind === 'question' ? mapQuestion(rung.question, change) : null;
        return rung.kind !== 'question' || question === null || question === rung.question ? rung : { ...rung, question };
    });
}

function mapEntries(entries: Entry[], change: (question: Question) => Question): Entry[] {
    return mapList(entries, (entry) => {
        const ladder = mapRungs(entry.ladder, change);
        return ladder === entry.ladder ? entry : { ...entry, ladder };
    });
}

/** Changes a question and those on its ladders. */
function mapQuestion(question: Question, change: (question: Question) => Question): Question {
    const ladder = mapRungs(question.ladder, change);
    const entries = mapEntries(question.entries, change);
    const kept = ladder === question.ladder && entries === question.entries ? question : { ...question, ladder, entries };
    return change(kept);
}

function mapStop(stop: Stop, change: (question: Question) => Question): Stop {
    const each = (question: Question) => mapQuestion(question, change);
    switch (stop.kind) {
        case 'question': {
            const question = each(stop.question);
            return question === stop.question ? stop : { ...stop, question };
        }
        case 'video': {
            const cues = mapList(stop.cues, (cue) => {
                const question = cue.kind === 'question' ? each(cue.question) : null;
                return cue.kind !== 'question' || question === null || question === cue.question ? cue : { ...cue, question };
            });
            return cues === stop.cues ? stop : { ...stop, cues };
        }
        case 'drill': {
            const questions = mapList(stop.questions, each);
            return questions === stop.questions ? stop : { ...stop, questions };
        }
        case 'staircase': {
            const levels = mapList(stop.levels, (level) => {
                const questions = mapList(level.questions, each);
                return questions === level.questions ? level : { ...level, questions };
            });
            const ladder = mapRungs(stop.ladder, change);
            return levels === stop.levels && ladder === stop.ladder ? stop : { ...stop, levels, ladder };
        }
        default:
            return stop;
    }
}

/** Changes every question of the document, wherever it stands. */
function mapQuestions(document: QuizDocument, change: (question: Question) => Question): QuizDocument {
    const next = {
        ...document,
        stops: mapList(document.stops, (stop) => mapStop(stop, change)),
        sideStops: mapList(document.sideStops, (stop) => mapStop(stop, change)),
    };
    return document.pool === undefined ? next : { ...next, pool: document.pool.map((question) => mapQuestion(question, change)) };
}

export function putStop(document: QuizDocument, stop: Stop): QuizDocument {
    const swap = (other: Stop) => (other.id === stop.id ? stop : other);
    return { ...document, stops: document.stops.map(swap), sideStops: document.sideStops.map(swap) };
}

export function putQuestion(document: QuizDocument, question: Question): QuizDocument {
    return mapQuestions(document, (other) => (other.id === question.id ? question : other));
}

function putRungs(question: Question, entry: string | null, rungs: Rung[]): Question {
    return entry === null
        ? { ...question, ladder: rungs }
        : { ...question, entries: question.entries.map((other) => (other.id === entry ? { ...other, ladder: rungs } : other)) };
}

/** Puts another ladder where this rung's hangs. */
export function putLadder(document: QuizDocument, place: RungPlace, rungs: Rung[]): QuizDocument {
    if (place.question !== null) {
        return putQuestion(document, putRungs(place.question, place.entry?.id ?? null, rungs));
    }
    return place.stop?.kind === 'staircase' ? putStop(document, { ...place.stop, ladder: rungs }) : document;
}

/** Puts a stop behind the one named, or at the end. */
export function insertStop(document: QuizDocument, stop: Stop, behind: string | null): QuizDocument {
    const side = document.sideStops.findIndex((other) => other.id === behind);
    if (side >= 0) {
        return { ...document, sideStops: document.sideStops.toSpliced(side + 1, 0, stop) };
    }
    const at = document.stops.findIndex((other) => other.id === behind);
    // Inside a part, a new stop belongs to it.
    const part = document.stops[at]?.part;
    const placed = part === undefined || part === null ? stop : { ...stop, part };
    return { ...document, stops: document.stops.toSpliced(at < 0 ? document.stops.length : at + 1, 0, placed) };
}

/** The same list with the item at one place at another; as it was where there is none of the two. */
export function moved<T>(list: T[], at: number, to: number): T[] {
    const item = list[at];
    return item === undefined || to < 0 || to >= list.length ? list : list.toSpliced(at, 1).toSpliced(to, 0, item);
}

/** Moves a stop along the ground, or a rung on its ladder, by one. */
export function move(document: QuizDocument, id: string, by: 1 | -1): QuizDocument {
    const place = find(document, id);
    if (place?.kind === 'stop') {
        const inList = (list: Stop[]) => {
            const at = list.findIndex((stop) => stop.id === place.stop.id);
            return moved(list, at, at + by);
        };
        return { ...document, stops: inList(document.stops), sideStops: inList(document.sideStops) };
    }
    return place?.kind === 'rung' ? putLadder(document, place, moved(ladderAt(place), place.index, place.index + by)) : document;
}

/** Takes a stop, cue, rung or question out. What named it, forks and conditions among it, is cleared with it. */
export function remove(document: QuizDocument, id: string): QuizDocument {
    const place = find(document, id);
    if (place === null) {
        return document;
    }
    const at =
        place.kind === 'rung' ? place.rung : place.kind === 'cue' ? place.cue : place.kind === 'question' ? place.question : place.stop;
    return apply(document, [{ do: 'remove', at: at.id }]).document;
}

/** Adds a rung at the foot of a ladder. */
export function addRung(document: QuizDocument, question: Question, entry: string | null, rung: Rung): QuizDocument {
    const rungs = entry === null ? question.ladder : (question.entries.find((other) => other.id === entry)?.ladder ?? []);
    return putQuestion(document, putRungs(question, entry, [...rungs, rung]));
}
