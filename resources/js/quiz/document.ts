import type {
    Condition,
    Cue,
    Entry,
    Finding,
    Gap,
    Question,
    QuestionKind,
    QuizDocument,
    Rung,
    StaircaseStop,
    Stop,
    VideoStop,
} from '../api/types';
import { timecode } from '../ui/time';
import { ulid } from '../ui/ulid';
import { say } from '../words/words';
import { apply, nodeIn, placesOf } from './edits';
import { shapeOf } from './shapes';
import { fromPlain, gapsIn, isEmpty, nameOf, plainOf, withGaps, withNumbers, withWord } from './text';

/** Changes of a quiz document. All are pure: they give a new document and leave the old one as it was. */

/** A kind of question, stop or rung as a heading or button names it; `within` as it stands in the middle of a sentence. */
export const kindWords = (kind: QuestionKind) => say(`quiz.kind.${kind}`);
export const kindWithin = (kind: QuestionKind) => say(`quiz.kind-within.${kind}`);
export const stopWords = (kind: Stop['kind']) => say(`quiz.stop.${kind}`);
export const stopWithin = (kind: Stop['kind']) => say(`quiz.stop-within.${kind}`);
export const rungWords = (kind: Rung['kind']) => say(`quiz.rung.${kind}`);
export const rungWithin = (kind: Rung['kind']) => say(`quiz.rung-within.${kind}`);

/** All of a type's values: the compiler refuses a list that lacks one. */
const all = <T extends string>(values: Record<T, true>) => Object.keys(values) as T[];

export const questionKinds = all<QuestionKind>({
    'one-choice': true,
    'several-choices': true,
    'true-false': true,
    'short-text': true,
    gaps: true,
    number: true,
    expression: true,
    order: true,
    match: true,
    poll: true,
    written: true,
    'hand-in': true,
});
export const stopKinds = all<Stop['kind']>({ question: true, video: true, reading: true, text: true, drill: true, staircase: true });
export const rungKinds = all<Rung['kind']>({
    hint: true,
    video: true,
    reading: true,
    'worked-example': true,
    exercise: true,
    question: true,
    teacher: true,
});

/** Whether the student picks among shown options. */
export function showsOptions(kind: QuestionKind): boolean {
    return kind === 'one-choice' || kind === 'several-choices' || kind === 'true-false' || kind === 'poll';
}

/** Whether at most one option is right. */
export function picksOne(kind: QuestionKind): boolean {
    return kind === 'one-choice' || kind === 'true-false';
}

/** Whether the answer is a line that is compared with the entries. */
export function isTyped(kind: QuestionKind): boolean {
    return kind === 'short-text' || kind === 'number' || kind === 'expression';
}

export function newEntry(right = false, text = ''): Entry {
    return { id: ulid(), text, right, feedback: '', fork: null, ladder: [] };
}

function newGap(): Gap {
    return { id: ulid(), show: 'typed', entries: [newEntry(true)] };
}

export function newQuestion(kind: QuestionKind = 'one-choice'): Question {
    return withKind(
        {
            id: ulid(),
            kind: 'one-choice',
            prompt: '',
            points: 1,
            tolerance: { kind: 'absolute', value: '0' },
            feedback: { right: '', notRight: '' },
            entries: [newEntry(), newEntry(), newEntry()],
            ladder: [],
        },
        kind,
    );
}

/** Another kind: nothing that was typed is lost; what the new kind needs and lacks is put beside it. */
export function withKind(question: Question, kind: QuestionKind): Question {
    const next = { ...question, kind, entries: question.entries.map((entry) => asShownOrTyped(entry, kind)) };
    const empty = next.entries.every((entry) => entryName(entry, kind) === '');
    switch (kind) {
        case 'true-false':
            return empty ? { ...next, entries: [newEntry(false, say('quiz.true')), newEntry(false, say('quiz.false'))] } : next;
        case 'short-text':
        case 'number':
        case 'expression':
            return empty ? { ...next, entries: [newEntry(true)] } : next;
        case 'order':
            return (question.items ?? []).length > 0
                ? next
                : { ...next, items: [newItem(), newItem(), newItem()], scoring: question.scoring ?? 'parts' };
        case 'match': {
            if ((question.pairs ?? []).length > 0) {
                return next;
            }
            const items = (question.items ?? []).length >= 2 ? (question.items ?? []) : [newItem(), newItem(), newItem()];
            return {
                ...next,
                items,
                pairs: items.map((item) => ({ id: ulid(), text: '', item: item.id })),
                scoring: question.scoring ?? 'parts',
            };
        }
        case 'gaps':
            return (question.gaps ?? []).length > 0
                ? next
                : { ...next, sentence: question.sentence ?? '', gaps: [], scoring: question.scoring ?? 'parts' };
        case 'hand-in':
            return { ...next, accepts: question.accepts ?? ['picture', 'sound', 'file'] };
        default:
            return next;
    }
}

/** An option that becomes an answer to type is first the same words, and the other way round; what it had as such stays. */
function asShownOrTyped(entry: Entry, kind: QuestionKind): Entry {
    if (isTyped(kind) && (entry.key ?? '') === '') {
        return { ...entry, key: plainOf(entry.text) };
    }
    return showsOptions(kind) && isEmpty(entry.text) && (entry.key ?? '') !== '' ? { ...entry, text: fromPlain(entry.key ?? '') } : entry;
}

/** What an entry says, in plain words: as it is typed, or as it is shown. */
export function entryName(entry: Entry, kind: QuestionKind): string {
    return isTyped(kind) || kind === 'gaps' ? (entry.key ?? '').trim() : nameOf(entry.text);
}

/** At most so many gaps a sentence. */
const mostGaps = 40;

function gapIds(question: Question): string[] {
    return (question.gaps ?? []).map((gap) => gap.id);
}

/** The sentence as a plain field writes it: [1] stands for the first gap. */
export function numberedSentence(question: Question): string {
    return withNumbers(question.sentence ?? '', gapIds(question));
}

/** Another sentence, with as many gaps as it names: new ones are added; those that it names no longer stay, with all that was typed. */
export function withSentence(question: Question, numbered: string): Question {
    const most = Math.max(0, ...[...numbered.matchAll(/\[(\d+)\]/g)].map((found) => Number(found[1])));
    const gaps = [...(question.gaps ?? [])];
    while (gaps.length < Math.min(most, mostGaps)) {
        gaps.push(newGap());
    }
    return {
        ...question,
        sentence: withGaps(
            numbered,
            gaps.map((gap) => gap.id),
        ),
        gaps,
    };
}

/** Whether the sentence names its gap of that position, from 0. */
export function isNamed(question: Question, at: number): boolean {
    return gapsIn(question.sentence ?? '').includes(question.gaps?.[at]?.id ?? '');
}

/** Without a gap, in the sentence too. */
export function withoutGap(question: Question, at: number): Question {
    const gaps = question.gaps ?? [];
    const sentence = (question.sentence ?? '').replaceAll(`<span data-gap="${gaps[at]?.id ?? ''}"></span>`, '');
    return { ...question, sentence, gaps: gaps.filter((_, index) => index !== at) };
}

export function newItem(): { id: string; text: string } {
    return { id: ulid(), text: '' };
}

export function newStop(kind: Stop['kind']): Stop {
    const id = ulid();
    switch (kind) {
        case 'question':
            return { id, kind, question: newQuestion() };
        case 'video':
            return { id, kind, title: '', clip: { media: null, from: 0, to: null }, cues: [] };
        case 'reading':
            return { id, kind, title: '', text: '' };
        case 'text':
            return { id, kind, text: '' };
        case 'drill':
            return { id, kind, title: '', questions: [newQuestion('short-text')], deal: 4, need: 3, ends: 'need', points: 2 };
        case 'staircase':
            return {
                id,
                kind,
                title: '',
                levels: [newLevel(), newLevel(), newLevel()],
                longest: 8,
                points: 2,
                ladder: [],
            };
    }
}

/** A level of a staircase, with a first question. */
export function newLevel(): StaircaseStop['levels'][number] {
    return { id: ulid(), questions: [newQuestion('short-text')] };
}

export function newRung(kind: Rung['kind']): Rung {
    const id = ulid();
    switch (kind) {
        case 'hint':
        case 'teacher':
            return { id, kind, text: '' };
        case 'video':
            return { id, kind, title: '', clip: { media: null, from: 0, to: null } };
        case 'reading':
        case 'worked-example':
            return { id, kind, title: '', text: '' };
        case 'exercise':
            return { id, kind, title: '', text: '', link: '', answers: '' };
        case 'question':
            return { id, kind, question: newQuestion() };
    }
}

/** The words of a question, without its pictures. */
export function promptText(question: Question): string {
    return [plainOf(question.prompt), question.kind === 'gaps' ? plainOf(question.sentence ?? '') : ''].join(' ').trim();
}

export function stopName(stop: Stop): string {
    const name = stop.kind === 'question' ? promptText(stop.question) : stop.kind === 'text' ? nameOf(stop.text) : stop.title;
    return name.trim() !== '' ? name : stop.kind === 'question' ? say('quiz.empty-question') : stopWords(stop.kind);
}

export function rungName(rung: Rung): string {
    switch (rung.kind) {
        case 'hint':
            return nameOf(rung.text) || say('quiz.empty-hint');
        case 'teacher':
            return nameOf(rung.text) || rungWords('teacher');
        case 'question':
            return promptText(rung.question) || rungWords('question');
        case 'video':
            return rung.title || rungWords('video');
        default:
            return rung.title || nameOf(rung.text) || rungWords(rung.kind);
    }
}

/** A, B, … Z, AA, … for the options of a choice. */
export function letter(index: number): string {
    return index < 26 ? String.fromCharCode(65 + index) : letter(Math.floor(index / 26) - 1) + letter(index % 26);
}

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

/** The words by which a question is named beside the picture. */
export function questionName(document: QuizDocument, id: string): string {
    const place = questionPlace(document, id);
    return place === null
        ? ''
        : say(place.cue === null ? 'quiz.numbered-question' : 'quiz.numbered-question-at', {
              number: place.number,
              time: timecode(place.cue?.at ?? 0),
              question: promptText(place.question),
          });
}

/** As much of a text as there is room for, with a sign that there is more. */
export function short(text: string, most: number): string {
    return text.length > most ? `${text.slice(0, most - 1).trimEnd()}…` : text;
}

/** The number of the question's stop, with a letter where the stop asks several. */
export function questionNumber(document: QuizDocument, id: string): string {
    return questionPlace(document, id)?.number ?? '';
}

function questionPlace(document: QuizDocument, id: string) {
    for (const [index, stop] of [...document.stops, ...document.sideStops].entries()) {
        const own = questionsOf(stop);
        const at = own.findIndex(({ question }) => question.id === id);
        const found = own[at];
        if (found !== undefined) {
            return { ...found, number: `${index + 1}${own.length > 1 ? letter(at).toLowerCase() : ''}` };
        }
    }
    return null;
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

type RungPlace = Extract<Place, { kind: 'rung' }>;

/** The ladder on which a rung hangs. */
export function ladderAt(place: RungPlace): Rung[] {
    return place.question === null ? (place.stop?.kind === 'staircase' ? place.stop.ladder : []) : (place.entry ?? place.question).ladder;
}

/** Puts another ladder where this rung's hangs. */
export function putLadder(document: QuizDocument, place: RungPlace, rungs: Rung[]): QuizDocument {
    if (place.question !== null) {
        return putQuestion(document, putRungs(place.question, place.entry?.id ?? null, rungs));
    }
    return place.stop?.kind === 'staircase' ? putStop(document, { ...place.stop, ladder: rungs }) : document;
}

type Fix = NonNullable<Finding['fix']>;

/** A mend of the inspection, done to the thing with that id wherever in the document it stands; nothing where it is gone. */
export function withFix(document: QuizDocument, fix: Fix): QuizDocument {
    const at = fix.at ?? 'quiz';
    const type = placesOf(document).get(at)?.type;
    const node = nodeIn(document, at);
    if (type === undefined || node === undefined) {
        return document;
    }
    const stands = fix.member.split('.').reduce<unknown>((value, step) => (value as Record<string, unknown> | undefined)?.[step], node);
    if (fix.how === 'without') {
        const one = Array.isArray(stands) ? stands[fix.value as number] : undefined;
        return one === undefined ? document : apply(document, [{ do: 'remove', at: one.id }]).document;
    }
    const isRich = shapeOf(type).rich.includes(fix.member);
    const value = fix.how === 'word' ? reworded(stands, fix.value as { from: string; to: string }, isRich) : fix.value;
    return apply(document, [{ do: 'set', at, member: fix.member, value }]).document;
}

function reworded(stands: unknown, { from, to }: { from: string; to: string }, isRich: boolean): unknown {
    if (typeof stands !== 'string') {
        return stands;
    }
    return isRich ? withWord(stands, from, to) : plainOf(withWord(fromPlain(stands), from, to));
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
    return place?.kind === 'rung' ? putLadder(document, place, moved(ladderAt(place), place.index, by)) : document;
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

/** A condition in a few words, as it stands on an arc. */
export function conditionWords(when: Condition): string {
    const is = when.is === false ? 'no' : 'yes';
    switch (when.kind) {
        case 'always':
            return say('quiz.condition.always');
        case 'entry':
            return say('quiz.condition.entry');
        case 'result':
            return say(`quiz.condition.result.${when.result ?? 'right'}`);
        case 'slips':
            return say('quiz.condition.slips', { slips: when.atLeast ?? 0 });
        case 'score':
            return when.below !== undefined
                ? say('quiz.condition.score-under', { percent: Math.round(when.below * 100) })
                : say('quiz.condition.score-from', { percent: Math.round((when.atLeast ?? 0) * 100) });
        case 'mastered':
            return say('quiz.condition.mastered', { is });
        case 'time-out':
            return say('quiz.condition.time-out');
        case 'judged':
            return say(`quiz.condition.judged.${when.judged ?? 'yes'}`);
        case 'answered':
            return say('quiz.condition.answered', { is });
        case 'answer':
            return say('quiz.condition.answer', { is });
        case 'stood':
            return say('quiz.condition.stood', { is, standing: say(`quiz.stood.${when.standing ?? 'clear'}`) });
    }
}
