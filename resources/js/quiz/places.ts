import type { Cue, Entry, Question, QuizDocument, Rung, Stop, VideoStop } from '../api/types';

/** The entries of a question, those of its gaps too. */
export function entriesOf(question: Question): Entry[] {
    return [...question.entries, ...(question.gaps ?? []).flatMap((gap) => gap.entries)];
}

/** The questions of a stop itself: its own, those of its cues, of a drill or of a staircase's levels. */
export function questionsOf(stop: Stop): { question: Question; cue: Cue | null }[] {
    switch (stop.kind) {
        case 'question':
            return [{ question: stop.question, cue: null }];
        case 'video':
            return [...stop.cues]
                .sort((a, b) => a.at - b.at)
                .flatMap((cue) => (cue.kind === 'question' ? [{ question: cue.question, cue }] : []));
        case 'drill':
            return stop.questions.map((question) => ({ question, cue: null }));
        case 'staircase':
            return stop.levels.flatMap((level) => level.questions).map((question) => ({ question, cue: null }));
        default:
            return [];
    }
}

/** The ladders under a question: its own, and those of single entries. */
export function laddersOf(question: Question): { entry: Entry | null; rungs: Rung[] }[] {
    const own = entriesOf(question)
        .filter((entry) => entry.ladder.length > 0)
        .map((entry) => ({ entry, rungs: entry.ladder }));
    return [{ entry: null, rungs: question.ladder }, ...own];
}

/** A question and those on its ladders, to any depth. */
function withSimpler(question: Question): Question[] {
    return [
        question,
        ...laddersOf(question).flatMap(({ rungs }) =>
            rungs.flatMap((rung) => (rung.kind === 'question' ? withSimpler(rung.question) : [])),
        ),
    ];
}

/** What hangs under what: `question` is the one above a rung, none for a rung of a staircase. */
export type Place =
    | { kind: 'stop'; stop: Stop }
    | { kind: 'cue'; stop: VideoStop; cue: Cue }
    | { kind: 'question'; stop: Stop | null; question: Question }
    | { kind: 'rung'; stop: Stop | null; cue: Cue | null; question: Question | null; entry: Entry | null; rung: Rung; index: number };

function onLadders(question: Question, stop: Stop | null, cue: Cue | null, id: string): Place | null {
    for (const { entry, rungs } of laddersOf(question)) {
        for (const [index, rung] of rungs.entries()) {
            if (
                rung.id === id ||
                (rung.kind === 'question' && (rung.question.id === id || entriesOf(rung.question).some((other) => other.id === id)))
            ) {
                return { kind: 'rung', stop, cue, question, entry, rung, index };
            }
            const deeper = rung.kind === 'question' ? onLadders(rung.question, stop, cue, id) : null;
            if (deeper !== null) {
                return deeper;
            }
        }
    }
    return null;
}

/** What an id names in the document: a stop, a cue, a rung, a question; an entry leads to where it is edited. */
export function find(document: QuizDocument, id: string): Place | null {
    const names = (question: Question) =>
        question.id === id || entriesOf(question).some((entry) => entry.id === id) || (question.gaps ?? []).some((gap) => gap.id === id);
    for (const stop of [...document.stops, ...document.sideStops]) {
        if (stop.id === id) {
            return { kind: 'stop', stop };
        }
        const cue = stop.kind === 'video' ? stop.cues.find((other) => other.id === id) : undefined;
        if (cue !== undefined && stop.kind === 'video') {
            return { kind: 'cue', stop, cue };
        }
        for (const own of questionsOf(stop)) {
            if (names(own.question)) {
                if (own.cue !== null && stop.kind === 'video') {
                    return { kind: 'cue', stop, cue: own.cue };
                }
                return stop.kind === 'question' ? { kind: 'stop', stop } : { kind: 'question', stop, question: own.question };
            }
            const rung = onLadders(own.question, stop, own.cue, id);
            if (rung !== null) {
                return rung;
            }
        }
        const index = stop.kind === 'staircase' ? stop.ladder.findIndex((rung) => rung.id === id) : -1;
        const rung = stop.kind === 'staircase' ? stop.ladder[index] : undefined;
        if (rung !== undefined) {
            return { kind: 'rung', stop, cue: null, question: null, entry: null, rung, index };
        }
    }
    for (const question of document.pool ?? []) {
        if (names(question)) {
            return { kind: 'question', stop: null, question };
        }
        const rung = onLadders(question, null, null, id);
        if (rung !== null) {
            return rung;
        }
    }
    return null;
}

/** The questions at a stop, at a cue, or under which a rung hangs. */
export function questionsAt(document: QuizDocument, id: string): Question[] {
    const place = find(document, id);
    if (place === null) {
        return [];
    }
    if (place.kind === 'stop') {
        return questionsOf(place.stop).map(({ question }) => question);
    }
    const question = place.kind === 'cue' ? (place.cue.kind === 'question' ? place.cue.question : null) : place.question;
    return question === null ? [] : [question];
}

/** All questions that are asked at stops, with those of the pool and on ladders. */
export function allQuestions(document: QuizDocument): Question[] {
    const own = [...document.stops, ...document.sideStops].flatMap((stop) => questionsOf(stop).map(({ question }) => question));
    return [...own, ...(document.pool ?? [])].flatMap(withSimpler);
}

/** The question of that id, where there is one. */
export function findQuestion(document: QuizDocument, id: string): Question | null {
    return allQuestions(document).find((question) => question.id === id) ?? null;
}

export type RungPlace = Extract<Place, { kind: 'rung' }>;

/** The ladder on which a rung hangs. */
export function ladderAt(place: RungPlace): Rung[] {
    return place.question === null ? (place.stop?.kind === 'staircase' ? place.stop.ladder : []) : (place.entry ?? place.question).ladder;
}
