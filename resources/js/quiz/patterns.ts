import type { DrillStop, Entry, Question, QuizDocument, Rung, StaircaseStop, Stop, VideoStop } from '../api/types';
import { ulid } from '../ui/ulid';
import { say } from '../words/words';
import { newEntry, newLevel, newQuestion, newRung, newStop } from './making';
import { fromPlain } from './text';

type ReadingStop = Extract<Stop, { kind: 'reading' }>;

type Objective = NonNullable<QuizDocument['objectives']>[number];

/** Ways to begin: stops that are put at the end of a quiz, and then changed like anything else. */

export type Pattern = 'until-right' | 'staircase' | 'pre-check' | 'video' | 'passage' | 'exit-check';

/** In the order in which they are offered. */
export const patterns: Pattern[] = ['until-right', 'staircase', 'pre-check', 'video', 'passage', 'exit-check'];

const asks = (question: Question, more: Partial<Stop> = {}) => ({ id: ulid(), kind: 'question', question, ...more }) as Stop;

const withLadder = (question: Question, kinds: Rung['kind'][]): Question => ({ ...question, ladder: kinds.map(newRung) });

/** The document with a pattern at its end, and the first of the stops that came. */
export function withPattern(document: QuizDocument, pattern: Pattern): { document: QuizDocument; first: string } {
    const made = { ...begun(document, pattern), ...suggested(document, pattern) };
    return { document: { ...document, ...made, stops: [...document.stops, ...made.stops] }, first: made.stops[0]?.id ?? '' };
}

/** An empty quiz takes the terms that go with a pattern. */
function suggested(document: QuizDocument, pattern: Pattern): Partial<QuizDocument> {
    return pattern === 'exit-check' && document.stops.length === 0 && document.terms === undefined
        ? { terms: { purpose: 'exit-check' } }
        : {};
}

function begun(document: QuizDocument, pattern: Pattern): { stops: Stop[]; objectives?: Objective[] } {
    const points = document.questionPoints ?? 1;
    const question = (kind: Question['kind'] = 'one-choice') => newQuestion(kind, points);
    switch (pattern) {
        case 'until-right':
            return { stops: [1, 2, 3].map(() => asks(withLadder(question(), ['hint', 'worked-example']))) };
        case 'staircase': {
            const level = () => ({ ...newLevel(), questions: [question('number'), question('number')] });
            return {
                stops: [{ ...(newStop('staircase') as StaircaseStop), levels: [level(), level(), level()], ladder: [newRung('video')] }],
            };
        }
        case 'pre-check':
            return { stops: preCheck(question) };
        case 'video': {
            const cue = (at: number) => ({ id: ulid(), kind: 'question' as const, at, question: withLadder(question(), ['hint']) });
            return { stops: [{ ...(newStop('video') as VideoStop), cues: [cue(30), cue(60), cue(90)] }, asks(question('written'))] };
        }
        case 'passage':
            return {
                stops: [
                    { ...(newStop('reading') as ReadingStop), title: say('quiz.pattern.passage'), staysAtHand: true },
                    ...[1, 2, 3].map(() => asks(withLadder(question(), ['hint']))),
                ],
            };
        case 'exit-check':
            return exitCheck(document, question);
    }
}

/** Right leads to the stretch task; a slip to a video and exercises, and then to it too. */
function preCheck(question: (kind?: Question['kind']) => Question): Stop[] {
    const stretch = asks(question('written'));
    const video: VideoStop = { ...(newStop('video') as VideoStop), title: say('quiz.pattern.once-more') };
    const exercises: DrillStop = {
        ...(newStop('drill') as DrillStop),
        title: say('quiz.pattern.exercises'),
        questions: [1, 2, 3].map(() => question()),
        deal: 3,
        need: 2,
    };
    const check = asks(question(), {
        forks: [
            { id: ulid(), when: { kind: 'result', result: 'right' }, to: stretch.id },
            { id: ulid(), when: { kind: 'result', result: 'not-right' }, to: video.id },
        ],
    });
    return [check, video, exercises, stretch];
}

/** For each objective of the lesson: how it feels, and one alike question by lot; then what they want again, in their own words. */
function exitCheck(document: QuizDocument, question: (kind?: Question['kind']) => Question): { stops: Stop[]; objectives: Objective[] } {
    const had = document.objectives ?? [];
    const objectives = had.length > 0 ? had : [{ id: ulid(), text: say('quiz.pattern.an-objective') }];
    const option = (text: string): Entry => newEntry(false, text);
    const stops = objectives.flatMap(({ id, text }): Stop[] => [
        asks({
            ...question('poll'),
            prompt: fromPlain(say('quiz.pattern.how-is-it-with', { objective: text })),
            entries: [option(say('quiz.pattern.i-could-explain-it')), option(say('quiz.pattern.i-want-it-again'))],
            objectives: [id],
        }),
        {
            ...(newStop('drill') as DrillStop),
            title: text,
            questions: [1, 2].map(() => ({ ...question(), objectives: [id] })),
            deal: 1,
            need: 1,
            ends: 'deal',
        },
    ]);
    const words = {
        ...question('written'),
        prompt: fromPlain(say('quiz.pattern.what-would-you-like-again')),
        keyless: true,
    };
    return { stops: [...stops, asks(words, { required: false })], objectives };
}
