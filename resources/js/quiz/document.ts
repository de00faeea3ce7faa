import type { Block, Cue, Entry, Question, QuestionKind, QuizDocument, Rung, Stop, VideoStop } from '../api/types';
import { ulid } from '../ui/ulid';

/** Changes of a quiz document. All are pure: they give a new document and leave the old one as it was. */

export const kindWords: Record<QuestionKind, string> = {
    'one-choice': 'One choice',
    'several-choices': 'Several choices',
    'short-text': 'Short text',
    number: 'Number',
};

export function newEntry(right = false): Entry {
    return { id: ulid(), text: '', right, feedback: '', fork: null, ladder: [] };
}

export function newQuestion(): Question {
    return {
        id: ulid(),
        kind: 'one-choice',
        prompt: [{ kind: 'text', text: '' }],
        points: 1,
        tolerance: { kind: 'absolute', value: '0' },
        feedback: { right: '', notRight: '' },
        entries: [newEntry(), newEntry(), newEntry()],
        ladder: [],
    };
}

export function newStop(kind: Stop['kind']): Stop {
    switch (kind) {
        case 'question':
            return { id: ulid(), kind, question: newQuestion() };
        case 'video':
            return { id: ulid(), kind, title: '', clip: { media: null, from: 0, to: null }, cues: [] };
        case 'reading':
            return { id: ulid(), kind, title: '', text: '' };
    }
}

export function newRung(kind: Rung['kind']): Rung {
    switch (kind) {
        case 'hint':
            return { id: ulid(), kind, text: '' };
        case 'video':
            return { id: ulid(), kind, title: '', clip: { media: null, from: 0, to: null } };
        case 'reading':
            return { id: ulid(), kind, title: '', text: '' };
    }
}

/** The words of a question, without its pictures. */
export function promptText(question: Question): string {
    return question.prompt
        .map((block) => (block.kind === 'text' ? block.text : ''))
        .join(' ')
        .trim();
}

export function withText(prompt: Block[], text: string): Block[] {
    const at = prompt.findIndex((block) => block.kind === 'text');
    return at < 0 ? [{ kind: 'text', text }, ...prompt] : prompt.map((block, index) => (index === at ? { kind: 'text', text } : block));
}

export function stopName(stop: Stop): string {
    const name = stop.kind === 'question' ? promptText(stop.question) : stop.title;
    return name.trim() === '' ? { question: 'Empty question', video: 'Video', reading: 'Reading' }[stop.kind] : name;
}

export function rungName(rung: Rung): string {
    const name = rung.kind === 'hint' ? rung.text : rung.title || (rung.kind === 'reading' ? rung.text : '');
    return name.trim() === '' ? { hint: 'Empty hint', video: 'Video', reading: 'Reading' }[rung.kind] : name;
}

/** A, B, … Z, AA, … for the options of a choice. */
export function letter(index: number): string {
    return index < 26 ? String.fromCharCode(65 + index) : letter(Math.floor(index / 26) - 1) + letter(index % 26);
}

/** The questions of a stop: its own, or those of its cues. */
export function questionsOf(stop: Stop): { question: Question; cue: Cue | null }[] {
    if (stop.kind === 'question') {
        return [{ question: stop.question, cue: null }];
    }
    return stop.kind === 'video' ? [...stop.cues].sort((a, b) => a.at - b.at).map((cue) => ({ question: cue.question, cue })) : [];
}

/** The ladders under a question: its own, and those of single entries. */
export function laddersOf(question: Question): { entry: Entry | null; rungs: Rung[] }[] {
    const own = question.entries.filter((entry) => entry.ladder.length > 0).map((entry) => ({ entry, rungs: entry.ladder }));
    return [{ entry: null, rungs: question.ladder }, ...own];
}

export type Place =
    | { kind: 'stop'; stop: Stop }
    | { kind: 'cue'; stop: VideoStop; cue: Cue }
    | { kind: 'rung'; stop: Stop; cue: Cue | null; question: Question; entry: Entry | null; rung: Rung; index: number };

/** What an id names in the document: a stop, a cue, a rung; a question or an entry leads to where it is edited. */
export function find(document: QuizDocument, id: string): Place | null {
    for (const stop of [...document.stops, ...document.sideStops]) {
        if (stop.id === id) {
            return { kind: 'stop', stop };
        }
        for (const { question, cue } of questionsOf(stop)) {
            if (cue?.id === id || question.id === id || question.entries.some((entry) => entry.id === id)) {
                return cue === null || stop.kind !== 'video' ? { kind: 'stop', stop } : { kind: 'cue', stop, cue };
            }
            for (const { entry, rungs } of laddersOf(question)) {
                const index = rungs.findIndex((rung) => rung.id === id);
                const rung = rungs[index];
                if (rung !== undefined) {
                    return { kind: 'rung', stop, cue, question, entry, rung, index };
                }
            }
        }
    }
    return null;
}

/** The question of that id, where there is one. */
export function findQuestion(document: QuizDocument, id: string): Question | null {
    const all = [...document.stops, ...document.sideStops].flatMap(questionsOf);
    return all.find(({ question }) => question.id === id)?.question ?? null;
}

function mapStops(document: QuizDocument, change: (stop: Stop) => Stop): QuizDocument {
    return { ...document, stops: document.stops.map(change), sideStops: document.sideStops.map(change) };
}

export function putStop(document: QuizDocument, stop: Stop): QuizDocument {
    return mapStops(document, (other) => (other.id === stop.id ? stop : other));
}

export function putQuestion(document: QuizDocument, question: Question): QuizDocument {
    return mapStops(document, (stop) => {
        if (stop.kind === 'question') {
            return stop.question.id === question.id ? { ...stop, question } : stop;
        }
        return stop.kind === 'video' && stop.cues.some((cue) => cue.question.id === question.id)
            ? { ...stop, cues: stop.cues.map((cue) => (cue.question.id === question.id ? { ...cue, question } : cue)) }
            : stop;
    });
}

export function putRungs(question: Question, entry: string | null, rungs: Rung[]): Question {
    return entry === null
        ? { ...question, ladder: rungs }
        : { ...question, entries: question.entries.map((other) => (other.id === entry ? { ...other, ladder: rungs } : other)) };
}

/** Puts a stop behind the one named, or at the end. */
export function insertStop(document: QuizDocument, stop: Stop, behind: string | null): QuizDocument {
    const side = document.sideStops.findIndex((other) => other.id === behind);
    if (side >= 0) {
        return { ...document, sideStops: document.sideStops.toSpliced(side + 1, 0, stop) };
    }
    const at = document.stops.findIndex((other) => other.id === behind);
    return { ...document, stops: document.stops.toSpliced(at < 0 ? document.stops.length : at + 1, 0, stop) };
}

function moved<T>(list: T[], at: number, by: number): T[] {
    const item = list[at];
    const to = at + by;
    return item === undefined || to < 0 || to >= list.length ? list : list.toSpliced(at, 1).toSpliced(to, 0, item);
}

/** Moves a stop along the ground, or a rung on its ladder, by one. */
export function move(document: QuizDocument, id: string, by: 1 | -1): QuizDocument {
    const place = find(document, id);
    if (place?.kind === 'stop') {
        const at = (list: Stop[]) => list.findIndex((stop) => stop.id === place.stop.id);
        return {
            ...document,
            stops: moved(document.stops, at(document.stops), by),
            sideStops: moved(document.sideStops, at(document.sideStops), by),
        };
    }
    if (place?.kind === 'rung') {
        const { question, entry } = place;
        const rungs = entry === null ? question.ladder : entry.ladder;
        return putQuestion(document, putRungs(question, entry?.id ?? null, moved(rungs, place.index, by)));
    }
    return document;
}

/** Takes a stop, cue or rung out. Forks that led to it lead nowhere special any more. */
export function remove(document: QuizDocument, id: string): QuizDocument {
    const place = find(document, id);
    if (place === null) {
        return document;
    }
    if (place.kind === 'rung') {
        const { question, entry } = place;
        const rungs = (entry === null ? question.ladder : entry.ladder).filter((rung) => rung.id !== id);
        return putQuestion(document, putRungs(question, entry?.id ?? null, rungs));
    }
    if (place.kind === 'cue') {
        return putStop(document, { ...place.stop, cues: place.stop.cues.filter((cue) => cue.id !== place.cue.id) });
    }
    const gone = place.stop.id;
    const without = {
        ...document,
        stops: document.stops.filter((stop) => stop.id !== gone),
        sideStops: document.sideStops.filter((stop) => stop.id !== gone),
    };
    let mended: QuizDocument = without;
    for (const { question } of [...without.stops, ...without.sideStops].flatMap(questionsOf)) {
        if (question.entries.some((entry) => entry.fork === gone)) {
            const entries = question.entries.map((entry) => (entry.fork === gone ? { ...entry, fork: null } : entry));
            mended = putQuestion(mended, { ...question, entries });
        }
    }
    return mended;
}

/** Adds a rung at the foot of a ladder. */
export function addRung(document: QuizDocument, question: Question, entry: string | null, rung: Rung): QuizDocument {
    const rungs = entry === null ? question.ladder : (question.entries.find((other) => other.id === entry)?.ladder ?? []);
    return putQuestion(document, putRungs(question, entry, [...rungs, rung]));
}
