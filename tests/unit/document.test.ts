import { describe, expect, it } from 'vitest';
import type { QuestionStop, QuizDocument, VideoStop } from '../../resources/js/api/types';
import { addRung, insertStop, move, putQuestion, putStop, remove } from '../../resources/js/quiz/document';
import { withFix } from '../../resources/js/quiz/fixes';
import { inOrderOfSentence, isNamed, withoutGap, withSentence } from '../../resources/js/quiz/gaps';
import { newEntry, newQuestion, newRung, newStop } from '../../resources/js/quiz/making';
import { letter, rungName, stopName } from '../../resources/js/quiz/names';
import { find, laddersOf, questionsOf } from '../../resources/js/quiz/places';
import { quizOf } from './samples';

function question(text: string): QuestionStop {
    const stop = newStop('question') as QuestionStop;
    return { ...stop, question: { ...stop.question, prompt: text } };
}

function video(): VideoStop {
    const stop = newStop('video') as VideoStop;
    const cue = (at: number) => ({ id: newEntry().id, kind: 'question' as const, at, question: newQuestion() });
    return { ...stop, title: 'A film', cues: [cue(20), cue(10)] };
}

function quiz(stops: QuizDocument['stops'] = [question('One'), video(), question('Three')]): QuizDocument {
    return quizOf(...stops);
}

function frozen<T>(value: T): T {
    if (typeof value === 'object' && value !== null) {
        Object.values(value).forEach(frozen);
        Object.freeze(value);
    }
    return value;
}

function names(document: QuizDocument): string[] {
    return document.stops.map(stopName);
}

describe('stops', () => {
    it('are put behind the one named, at the end otherwise, and among the side stops behind a side stop', () => {
        const document = frozen(quiz());
        const first = document.stops[0]?.id ?? '';
        expect(names(insertStop(document, question('New'), first))).toEqual(['One', 'New', 'A film', 'Three']);
        expect(names(insertStop(document, question('New'), null))).toEqual(['One', 'A film', 'Three', 'New']);
        const side = newStop('reading');
        const withSide = insertStop({ ...document, sideStops: [side] }, newStop('reading'), side.id);
        expect(withSide.stops).toHaveLength(3);
        expect(withSide.sideStops).toHaveLength(2);
    });

    it('move by one and stay at the ends', () => {
        const document = frozen(quiz());
        const [first, , last] = document.stops;
        expect(names(move(document, first?.id ?? '', 1))).toEqual(['A film', 'One', 'Three']);
        expect(names(move(document, first?.id ?? '', -1))).toEqual(names(document));
        expect(names(move(document, last?.id ?? '', 1))).toEqual(names(document));
        expect(names(move(document, last?.id ?? '', -1))).toEqual(['One', 'Three', 'A film']);
    });

    it('leave no fork to themselves behind when they are taken out, also not in a cue', () => {
        const target = question('Target');
        const forking = question('Forking');
        forking.question.entries = [{ ...newEntry(), text: 'x', fork: target.id }];
        const film = video();
        const inner = film.cues[0];
        if (inner?.kind === 'question') {
            inner.question.entries = [{ ...newEntry(), text: 'y', fork: target.id }];
        }
        const document = frozen(quiz([forking, film, target]));
        const without = remove(document, target.id);
        expect(names(without)).toEqual(['Forking', 'A film']);
        const forks = without.stops.flatMap(questionsOf).flatMap(({ question: q }) => q.entries.map((entry) => entry.fork));
        expect(forks.filter((fork) => fork !== null)).toEqual([]);
        expect(document.stops).toHaveLength(3);
    });

    it('are named by what they ask, or by their kind while they are empty', () => {
        expect(stopName(question(' What? '))).toBe('What?');
        expect(stopName(newStop('question'))).toBe('Empty question');
        expect(stopName(newStop('video'))).toBe('Video');
        expect(stopName(newStop('reading'))).toBe('Reading');
    });
});

describe('ladders', () => {
    it('grow at the foot, of the question or of one entry', () => {
        const stop = question('One');
        const entry = { ...newEntry(), text: 'x' };
        stop.question.entries = [entry];
        const document = frozen(quiz([stop]));
        const own = newRung('hint');
        const general = newRung('reading');
        let grown = addRung(document, stop.question, entry.id, own);
        const changed = grown.stops[0] as QuestionStop;
        grown = addRung(grown, changed.question, null, general);
        const ladders = laddersOf((grown.stops[0] as QuestionStop).question);
        expect(ladders.map((ladder) => [ladder.entry?.id ?? null, ladder.rungs.map((rung) => rung.id)])).toEqual([
            [null, [general.id]],
            [entry.id, [own.id]],
        ]);
    });

    it('have their rungs moved and taken out, under a cue as well', () => {
        const film = video();
        const cue = film.cues[0];
        const rungs = [newRung('hint'), newRung('video'), newRung('reading')];
        if (cue?.kind === 'question') {
            cue.question.ladder = rungs;
        }
        const document = frozen(quiz([film]));
        const ids = (changed: QuizDocument) =>
            questionsOf(changed.stops[0] ?? film).flatMap(({ question: q }) => q.ladder.map((rung) => rung.id));
        const [a, b, c] = rungs.map((rung) => rung.id);
        expect(ids(move(document, c ?? '', -1))).toEqual([a, c, b]);
        expect(ids(move(document, a ?? '', -1))).toEqual([a, b, c]);
        expect(ids(remove(document, b ?? ''))).toEqual([a, c]);
    });

    it('name their rungs shortly', () => {
        expect(rungName({ id: '1', kind: 'hint', text: 'Look there' })).toBe('Look there');
        expect(rungName({ id: '1', kind: 'reading', title: '', text: 'Words' })).toBe('Words');
        expect(rungName(newRung('hint'))).toBe('Empty hint');
        expect(rungName(newRung('video'))).toBe('Video');
        expect(rungName(newRung('reading'))).toBe('Reading');
    });
});

describe('finding', () => {
    it('leads from any id to where it is edited', () => {
        const stop = question('One');
        const hint = newRung('hint');
        const entry = { ...newEntry(), text: 'x', ladder: [newRung('hint')] };
        stop.question.ladder = [hint];
        stop.question.entries = [entry];
        const film = video();
        const document = frozen(quiz([stop, film]));
        const cue = film.cues[1];
        expect(find(document, stop.id)).toMatchObject({ kind: 'stop', stop: { id: stop.id } });
        expect(find(document, stop.question.id)).toMatchObject({ kind: 'stop', stop: { id: stop.id } });
        expect(find(document, entry.id)).toMatchObject({ kind: 'stop', stop: { id: stop.id } });
        expect(find(document, hint.id)).toMatchObject({ kind: 'rung', entry: null, index: 0 });
        expect(find(document, entry.ladder[0]?.id ?? '')).toMatchObject({ kind: 'rung', entry: { id: entry.id } });
        expect(find(document, cue?.id ?? '')).toMatchObject({ kind: 'cue', cue: { at: 10 } });
        expect(find(document, cue?.kind === 'question' ? cue.question.id : '')).toMatchObject({ kind: 'cue' });
        expect(find(document, 'nothing')).toBeNull();
        expect(remove(document, 'nothing')).toBe(document);
        expect(move(document, 'nothing', 1)).toBe(document);
    });

    it('lists the questions of a video in the order of their moments', () => {
        expect(questionsOf(video()).map(({ cue }) => cue?.at)).toEqual([10, 20]);
        expect(questionsOf(newStop('reading'))).toEqual([]);
    });
});

describe('changing', () => {
    it('touches only the question that is changed', () => {
        const film = video();
        const document = frozen(quiz([question('One'), film]));
        const inner = film.cues[0]?.kind === 'question' ? film.cues[0].question : newQuestion();
        const changed = putQuestion(document, { ...inner, points: 7 });
        expect(changed.stops[0]).toBe(document.stops[0]);
        expect(questionsOf(changed.stops[1] ?? film).map(({ question: q }) => q.points)).toEqual([1, 7]);
        expect(putStop(document, { ...film, title: 'Other' }).stops.map(stopName)).toEqual(['One', 'Other']);
    });

    it('never has a right answer to begin with', () => {
        expect(newQuestion().entries.filter((entry) => entry.right)).toEqual([]);
    });

    it('names options by letters', () => {
        expect([0, 25, 26, 51, 52, 701, 702].map(letter)).toEqual(['A', 'Z', 'AA', 'AZ', 'BA', 'ZZ', 'AAA']);
    });
});

describe('quick fixes', () => {
    it('change one member of what they name, however deep it stands, and nothing else', () => {
        const chosen = { ...newQuestion('one-choice'), entries: [newEntry(), newEntry(), newEntry()] };
        const before = frozen(quiz([{ ...question('One'), question: chosen }, video()]));
        const [first, second] = chosen.entries;
        const mend = (value: unknown) => ({ words: 'Say otherwise', at: second?.id ?? '', member: 'text', how: 'set' as const, value });
        const after = withFix(before, mend('None of the other answers'));

        expect((after.stops[0] as QuestionStop).question.entries.slice(0, 2)).toEqual([
            first,
            { ...second, text: 'None of the other answers' },
        ]);
        expect(after.stops[1]).toEqual(before.stops[1]);
        expect(withFix(after, mend(second?.text))).toEqual(before);
    });

    const words = (at: string | null, member: string, from: string, to: string) => ({
        words: '',
        at,
        member,
        how: 'word' as const,
        value: { from, to },
    });

    it('puts a word in place of another in all that is read in a member, as it is by now', () => {
        const asked = question('Wich is wich, and wichever?');
        const { id } = asked.question;
        const picture = (words: string) => `<img data-medium="wich" alt="${words}">`;
        const document = frozen(
            quiz([
                {
                    ...asked,
                    question: {
                        ...asked.question,
                        prompt: `<p>${asked.question.prompt}</p>${picture('Wich?')}`,
                        feedback: { right: 'Wich!', notRight: '' },
                    },
                },
            ]),
        );
        const after = withFix(withFix(document, words(id, 'prompt', 'wich', 'which')), words(id, 'prompt', 'Wich', 'Which'));
        expect((after.stops[0] as QuestionStop).question.prompt).toBe(`<p>Which is which, and wichever?</p>${picture('Which?')}`);
        expect((withFix(document, words(id, 'feedback.right', 'Wich', 'Which')).stops[0] as QuestionStop).question.feedback.right).toBe(
            'Which!',
        );
    });

    it('mends the quiz’s own members too, and takes words as they are', () => {
        const document = frozen({ ...quiz([]), title: 'Teh (one) tide$ and teh' });
        expect(withFix(document, words(null, 'title', 'teh', 'the $&')).title).toBe('Teh (one) tide$ and the $&');
        expect(withFix(document, words(null, 'title', '(one)', 'two')).title).toBe('Teh two tide$ and teh');
    });

    it('takes one thing out of a list and leaves the others', () => {
        const forks = ['one', 'two', 'three'].map((id) => ({ id, when: { kind: 'always' as const }, to: 'F' }));
        const stop = { ...question('One'), forks };
        const after = withFix(frozen(quiz([stop])), { words: '', at: stop.id, member: 'forks', how: 'without', value: 1 });
        expect(after.stops[0]?.forks?.map(({ id }) => id)).toEqual(['one', 'three']);
    });
});

describe('a sentence with gaps', () => {
    const sentence = (...ids: string[]) => ids.map((id) => `It <span data-gap="${id}"></span>`).join(', ');
    const filled = (...ids: string[]) => withSentence(newQuestion('gaps'), sentence(...ids), new Map([['A', 'ebbs']]));

    it('has a gap for each that it names, with the words it takes the place of as what is accepted', () => {
        expect(filled('A', 'B').gaps).toMatchObject([
            { id: 'A', show: 'typed', entries: [{ key: 'ebbs', right: true }] },
            { id: 'B', entries: [{ key: '' }] },
        ]);
    });

    it('loses nothing that was typed when it names a gap no longer, and has it again when it does', () => {
        const both = filled('A', 'B');
        const one = withSentence(both, sentence('A'), new Map());
        expect(one.gaps).toEqual(both.gaps);
        expect([isNamed(one, 'A'), isNamed(one, 'B')]).toEqual([true, false]);
        expect(withSentence(one, sentence('B', 'A'), new Map()).gaps).toEqual(both.gaps);
    });

    it('tells its gaps as they stand in it, and takes one out with its place', () => {
        const three = withSentence(filled('A', 'B'), sentence('C', 'A'), new Map());
        expect(inOrderOfSentence(three).map(({ id }) => id)).toEqual(['C', 'A', 'B']);
        const two = withoutGap(three, 'C');
        expect([two.sentence, inOrderOfSentence(two).map(({ id }) => id)]).toEqual([`It , ${sentence('A')}`, ['A', 'B']]);
    });
});
