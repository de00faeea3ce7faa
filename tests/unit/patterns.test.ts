import { describe, expect, it } from 'vitest';
import type { QuizDocument } from '../../resources/js/api/types';
import { changeInWords } from '../../resources/js/quiz/changeWords';
import { difference } from '../../resources/js/quiz/difference';
import { patterns, withPattern } from '../../resources/js/quiz/patterns';
import { allQuestions } from '../../resources/js/quiz/places';
import { say } from '../../resources/js/words/words';
import { asking, quizOf } from './samples';

describe('a pattern', () => {
    it.each(patterns)('%s comes behind what stands there, with points as new questions have them', (pattern) => {
        const before: QuizDocument = { ...quizOf(asking('First?', ['a'])), questionPoints: 3 };
        const { document, first } = withPattern(before, pattern);
        expect(document.stops[0]).toBe(before.stops[0]);
        expect(document.stops[1]?.id).toBe(first);
        expect(
            new Set(
                allQuestions(document)
                    .slice(1)
                    .map(({ points }) => points),
            ),
        ).toEqual(new Set([3]));
        expect(document.terms).toBeUndefined();
        const words = changeInWords(before, difference(before, document));
        expect(words).toBe(document.stops.length > 2 ? `${document.stops.length - 1} stops added` : 'Staircase added');
    });

    it('asks for each objective how it feels, and one alike question by lot, and what is wanted again; alone it suggests an exit check', () => {
        const objectives = [
            { id: 'O', text: 'Tell ebb & flood' },
            { id: 'P', text: 'Read a table' },
        ];
        const { document } = withPattern({ ...quizOf(), objectives }, 'exit-check');
        expect(
            document.stops.map((stop) =>
                stop.kind === 'question' ? stop.question.prompt : stop.kind === 'drill' ? `${stop.deal} of ${stop.questions.length}` : '',
            ),
        ).toEqual([
            'How is it with this: Tell ebb &amp; flood?',
            '1 of 2',
            'How is it with this: Read a table?',
            '1 of 2',
            say('quiz.pattern.what-would-you-like-again'),
        ]);
        expect(allQuestions(document).map((one) => one.objectives)).toEqual([['O'], ['O'], ['O'], ['P'], ['P'], ['P'], undefined]);
        expect(document.stops.at(-1)?.required, 'who has nothing to say goes past it').toBe(false);
        expect(document.terms).toEqual({ purpose: 'exit-check' });
    });

    it('leads from a pre-check to the stretch task, after a slip by way of help', () => {
        const { stops } = withPattern(quizOf(), 'pre-check').document;
        const [check, video, , stretch] = stops;
        expect(check?.forks?.map(({ when, to }) => [when.result, to])).toEqual([
            ['right', stretch?.id],
            ['not-right', video?.id],
        ]);
    });
});
