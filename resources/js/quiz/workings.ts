import type { DrillStop, Entry, Question, QuizDocument, Rung, StaircaseStop, WorkedAnswer, Workings } from '../api/types';
import { ulid } from '../ui/ulid';
import { say } from '../words/words';
import { withAlike } from './alike';
import { withNewIds } from './carrying';
import { insertStop, putQuestion } from './document';
import type { Edit } from './edits';
import { isTyped, picksOne, showsOptions } from './kinds';
import { newEntry, newStop } from './making';
import { entryName } from './names';
import { find, findQuestion } from './places';
import { plainOf } from './text';

/** What a question asks, worked out, taken into the quiz: as answers with their misconceptions, as rungs, and as others like it. */

/** One like the question, with other numbers. */
export interface Member {
    prompt: string;
    workings: Workings;
}

/** Whether something in it may be worked out, so that it is worth asking: a number with something that is done with it. */
export function mayBeWorkedOut(prompt: string): boolean {
    const words = plainOf(prompt);
    return /\d/.test(words) && /[-+×·*÷/:^%√²³\u2212\u2013(]|\d\p{L}|\\frac|sqrt| (?:in|to|into) /u.test(words);
}

/** Whether an answer of that kind can be given to a question of this one. */
export function takes(question: Question, { kind }: WorkedAnswer): boolean {
    const isChoice = showsOptions(question.kind) && question.kind !== 'poll' && question.kind !== 'true-false';
    return isChoice || question.kind === 'expression' || (question.kind === 'number' && kind === 'number');
}

const squeezed = (words: string) => words.replaceAll('\u2212', '-').replace(/\s+/g, '');

/** The answer of the question that says this, where there is one. */
export function taken(question: Question, answer: WorkedAnswer): Entry | null {
    return (
        question.entries.find(
            (entry) =>
                (!isTyped(question.kind) && entry.text === answer.text) ||
                squeezed(entryName(entry, question.kind)) === squeezed(answer.typed),
        ) ?? null
    );
}

/** The misconception of those words, and the document with it. */
function misconceptionOf(document: QuizDocument, words: string): { document: QuizDocument; id: string } {
    const known = document.misconceptions?.find(({ text }) => text.trim() === words);
    if (known !== undefined) {
        return { document, id: known.id };
    }
    const id = ulid();
    return { document: { ...document, misconceptions: [...(document.misconceptions ?? []), { id, text: words }] }, id };
}

/** The slips by which an answer is named as a misconception. */
export function slipsInWords(slips: string[]): string {
    return slips.join('; ');
}

function answerOf(question: Question, answer: WorkedAnswer, right: boolean): Entry {
    return isTyped(question.kind) ? { ...newEntry(right), key: answer.typed } : newEntry(right, answer.text);
}

/** The document with an answer: the right one, or a wrong one that shows the slips which lead to it. */
export function withAnswer(document: QuizDocument, question: Question, answer: WorkedAnswer, slips: string[] | null): QuizDocument {
    const right = slips === null;
    const made = slips === null ? null : misconceptionOf(document, slipsInWords(slips));
    const known = taken(question, answer);
    const entry = { ...(known ?? answerOf(question, answer, right)), right, ...(made === null ? {} : { misconception: made.id }) };
    const others = question.entries
        .filter((other) => other.id !== known?.id)
        .map((other) => (right && picksOne(question.kind) ? { ...other, right: false } : other));
    // What is right stands first where it is typed; among options it takes its place by lot.
    const entries = known === null ? (right ? [entry, ...others] : [...others, entry]) : swapped(question.entries, entry, others);
    return putQuestion(made?.document ?? document, { ...question, entries });
}

function swapped(entries: Entry[], entry: Entry, others: Entry[]): Entry[] {
    return entries.map((one) => (one.id === entry.id ? entry : (others.find(({ id }) => id === one.id) ?? one)));
}

export function withoutAnswer(document: QuizDocument, question: Question, answer: WorkedAnswer): QuizDocument {
    const known = taken(question, answer);
    return putQuestion(document, { ...question, entries: question.entries.filter((entry) => entry !== known) });
}

/** The key and the wrong answers by the first slips, each slip once, in one act. */
export function withFirst(document: QuizDocument, question: Question, workings: Workings, count: number): QuizDocument {
    const offers = workings.offers.filter(({ slips }, at) => workings.offers.findIndex((other) => other.slips[0] === slips[0]) === at);
    const first: [WorkedAnswer, string[] | null][] = [
        [workings.key, null],
        ...offers.slice(0, count).map((offer): [WorkedAnswer, string[]] => [offer, offer.slips]),
    ];
    return first.reduce((next, [answer, slips]) => withAnswer(next, findQuestion(next, question.id) ?? question, answer, slips), document);
}

/** The edits that make a typed answer a foreseen one, each by itself; what slips lead to it is its misconception. */
export function foreseeing(document: QuizDocument, into: string, typed: string, slips: string[] | null, right: boolean): Edit[] {
    const made = right || slips === null ? null : misconceptionOf(document, slipsInWords(slips));
    const added = made?.document.misconceptions?.find((one) => one.id === made.id && !document.misconceptions?.includes(one));
    const node = { ...newEntry(right), key: typed, ...(made === null ? {} : { misconception: made.id }) };
    return [
        ...(added === undefined ? [] : [{ do: 'insert' as const, into: 'quiz', list: 'misconceptions', before: null, node: added }]),
        { do: 'insert', into, list: 'entries', before: null, node },
    ];
}

/** An answer that was written by hand takes the slips that lead to it as its misconception. */
export function withMisconception(document: QuizDocument, question: Question, entry: Entry, slips: string[]): QuizDocument {
    const { document: next, id } = misconceptionOf(document, slipsInWords(slips));
    return putQuestion(next, {
        ...question,
        entries: question.entries.map((one) => (one.id === entry.id ? { ...one, misconception: id } : one)),
    });
}

const hint = (text: string): Rung => ({ id: ulid(), kind: 'hint', text });

const example = (text: string): Rung => ({ id: ulid(), kind: 'worked-example', title: say('quiz.workings.example'), text });

export function withHints(document: QuizDocument, question: Question, workings: Workings): QuizDocument {
    return putQuestion(document, { ...question, ladder: [...question.ladder, ...workings.hints.map(hint)] });
}

/** With one like it worked out, line by line. */
export function withExample(document: QuizDocument, question: Question, member: Member): QuizDocument {
    return putQuestion(document, { ...question, ladder: [...question.ladder, example(member.workings.example)] });
}

/** What is said about numbers does not fit where there are others. */
const hasNumbers = (text: string) => /\d/.test(plainOf(text));

/** A rung as it stands under one like the question; null where it speaks of other numbers. */
function rungFor(rung: Rung, workings: Workings, member: Member): Rung | null {
    const step = rung.kind === 'hint' ? workings.hints.indexOf(rung.text) : -1;
    if (step >= 0) {
        const text = member.workings.hints[step];
        return text === undefined ? null : hint(text);
    }
    const speaksOfNumbers = 'text' in rung && rung.kind !== 'worked-example' && hasNumbers(rung.text);
    return rung.kind === 'question' || speaksOfNumbers ? null : rung;
}

/** One like the question: the same answers by the same slips, with what is said to them where it names no numbers. */
export function questionLike(question: Question, workings: Workings, member: Member): Question {
    const said = (text: string) => (hasNumbers(text) ? '' : text);
    const right = question.entries.find((entry) => entry.right);
    const entries = [{ ...answerOf(question, member.workings.key, true), feedback: said(right?.feedback ?? '') }];
    for (const offer of workings.offers) {
        const own = taken(question, offer);
        const like = member.workings.offers.find(
            (other) => other.slips[0] === offer.slips[0] && taken({ ...question, entries }, other) === null,
        );
        if (own !== null && !own.right && like !== undefined) {
            const { misconception = null } = own;
            entries.push({ ...answerOf(question, like, false), feedback: said(own.feedback), misconception });
        }
    }
    const copy = withNewIds({ ...question, entries: [], gaps: [] });
    const { gaps: _, ...rest } = copy;
    return {
        ...rest,
        prompt: member.prompt,
        entries,
        explanation: said(question.explanation ?? ''),
        feedback: { right: said(question.feedback.right), notRight: said(question.feedback.notRight) },
        ladder: question.ladder.flatMap((rung) => rungFor(rung, workings, member) ?? []).map(withNewIds),
        alike: null,
    };
}

/** The questions stand in for this one. */
export function asAlike(document: QuizDocument, question: Question, questions: Question[]): QuizDocument {
    const pooled: QuizDocument = { ...document, pool: [...(document.pool ?? []), ...questions] };
    return questions.reduce((next, one) => withAlike(next, findQuestion(next, question.id) ?? question, one, true), pooled);
}

/** The stop at which a question is asked, for one to come behind it. */
function stopOf(document: QuizDocument, question: Question): string | null {
    const place = find(document, question.id);
    return place === null ? null : (place.stop?.id ?? null);
}

export function asDrill(document: QuizDocument, question: Question, questions: Question[]): { document: QuizDocument; stop: string } {
    const stop: DrillStop = {
        ...(newStop('drill') as DrillStop),
        title: say('quiz.workings.drill'),
        questions,
        deal: questions.length,
        need: Math.max(1, questions.length - 1),
    };
    return { document: insertStop(document, stop, stopOf(document, question)), stop: stop.id };
}

/** Levels of rising difficulty, each with its questions. */
export function asStaircase(document: QuizDocument, question: Question, levels: Question[][]): { document: QuizDocument; stop: string } {
    const stop: StaircaseStop = {
        ...(newStop('staircase') as StaircaseStop),
        title: say('quiz.workings.staircase'),
        levels: levels.filter((questions) => questions.length > 0).map((questions) => ({ id: ulid(), questions })),
    };
    return { document: insertStop(document, stop, stopOf(document, question)), stop: stop.id };
}
