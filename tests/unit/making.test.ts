import { spawnSync } from 'node:child_process';
import { describe, expect, it } from 'vitest';
import type { DrillStop, Question, QuizDocument } from '../../resources/js/api/types';
import { asDrill, carriedTo, pasted, type Spot, spotAt, taken } from '../../resources/js/quiz/carrying';
import { changeInWords } from '../../resources/js/quiz/changeWords';
import { difference } from '../../resources/js/quiz/difference';
import { addRung, insertStop, move, putQuestion, putStop, remove } from '../../resources/js/quiz/document';
import { apply, type Edit } from '../../resources/js/quiz/edits';
import { withSentence } from '../../resources/js/quiz/gaps';
import { questionKinds, rungKinds, stopKinds } from '../../resources/js/quiz/kinds';
import { newEntry, newQuestion, newRung, newStop, withKind } from '../../resources/js/quiz/making';
import { placesOf } from '../../resources/js/quiz/nodes';
import { patterns, withPattern } from '../../resources/js/quiz/patterns';
import { allQuestions } from '../../resources/js/quiz/places';
import { fromPlain } from '../../resources/js/quiz/text';
import { toDoc, toRich } from '../../resources/js/richtext/convert';
import { ulid } from '../../resources/js/ui/ulid';
import { lots } from './samples';

/** The editor's own operations at random: whatever it makes of a document, the server takes. */

const empty = (): QuizDocument => ({
    schema: 1,
    title: 'Made by lot',
    instructions: '',
    language: 'en',
    stops: [],
    sideStops: [],
    finishes: [{ id: ulid(), title: 'End', message: '' }],
});

type Lot = <T>(list: readonly T[]) => T;

/** What the editor of a text puts in, in the line or by itself. */
const pieces = [
    { type: 'formula', attrs: { tex: 'a < "b" & c', words: 'a is less' } },
    { type: 'pictureBlock', attrs: { medium: ulid(), words: 'So & "so" <' } },
    { type: 'picture', attrs: { medium: ulid(), decoration: true } },
    { type: 'sound', attrs: { medium: ulid(), words: '' } },
    { type: 'videoBlock', attrs: { medium: ulid(), words: 'So', from: 1.5, to: 3 } },
    { type: 'bulletList', content: [{ type: 'listItem', content: [{ type: 'paragraph' }] }] },
    { type: 'text', text: 'the sheet', marks: [{ type: 'link', attrs: { href: null, medium: ulid() } }] },
];

const isInLine = (piece: (typeof pieces)[number]) => !/Block|List/.test(piece.type);

function withPiece(rich: string, piece: (typeof pieces)[number]): string {
    const doc = toDoc(rich);
    return toRich({ ...doc, content: [...(doc.content ?? []), isInLine(piece) ? { type: 'paragraph', content: [piece] } : piece] });
}

const gapOf = (id: string) => `It <span data-gap="${id}"></span>.`;

function spotIn(document: QuizDocument, lot: Lot): Spot {
    const into = lot([...placesOf(document).keys()]);
    const list = lot(['stops', 'sideStops', 'pool', 'questions', 'cues', 'ladder', 'entries']);
    return { into, list, before: null };
}

/** One thing that the editor does, to something that is there; the document as it was where there is nothing to do it to. */
function operation(document: QuizDocument, lot: Lot): QuizDocument {
    const stops = [...document.stops, ...document.sideStops];
    const questions = allQuestions(document);
    const places = [...placesOf(document).keys()];
    const question = questions.length === 0 ? null : lot(questions);
    const put = (change: (question: Question) => Question) => (question === null ? document : putQuestion(document, change(question)));
    const target = lot([...stops, ...document.finishes]).id;
    if (stops.length < 4) {
        return insertStop(document, newStop(lot(stopKinds)), null);
    }
    return lot<() => QuizDocument>([
        () => insertStop(document, newStop(lot(stopKinds)), stops.length === 0 ? null : lot(stops).id),
        () => ({ ...document, sideStops: [...document.sideStops, newStop('reading')] }),
        () => (question === null ? document : addRung(document, question, null, newRung(lot(rungKinds)))),
        () => put((one) => withKind(one, lot(questionKinds))),
        () => put((one) => withSentence(one, lot(['No gap', gapOf(lot([...(one.gaps ?? []).map(({ id }) => id), ulid()]))]), new Map())),
        () => put((one) => ({ ...one, prompt: fromPlain(lot(['Why?', 'How <b> & "co"?', 'One\n\ntwo', ''])) })),
        () => put((one) => ({ ...one, entries: [...one.entries, newEntry(lot([true, false]), lot(['', 'ebb', '3 m']))] })),
        () => put((one) => ({ ...one, prompt: withPiece(one.prompt, lot(pieces)) })),
        () => put((one) => ({ ...one, explanation: fromPlain(lot(['So.', ' a  b\n', ''])) })),
        () => put((one) => ({ ...one, entries: one.entries.map((entry) => ({ ...entry, key: '3 m' })) })),
        () => put((one) => ({ ...one, entries: one.entries.slice(1) })),
        () => put((one) => ({ ...one, entries: one.entries.map((entry) => ({ ...entry, right: !entry.right, share: 0.5 })) })),
        () => put((one) => ({ ...one, entries: one.entries.map((entry) => ({ ...entry, fork: target })) })),
        () => put((one) => ({ ...one, alike: lot(['moon', null]), keyless: lot([true, false]), points: lot([0, 1, 2.5]) })),
        () => put((one) => ({ ...one, text: { ...one.text, spelling: lot(['exact', 'ask', 'accept'] as const) } })),
        () => move(document, lot(places), lot([1, -1] as const)),
        () => move(document, lot(places), lot([1, -1] as const)),
        () => remove(document, lot(places)),
        () => carriedTo(document, lot(places), spotIn(document, lot)) ?? document,
        () => carriedTo(document, lot(places), spotIn(document, lot)) ?? document,
        () => {
            const carried = taken(document, [lot(places)]);
            const [one] = carried.nodes;
            const spot = one === undefined || one.node.id === undefined ? null : spotAt(document, lot(places), one);
            return spot === null ? document : (pasted(document, carried, spot)?.document ?? document);
        },
        () => withPattern(document, lot(patterns)).document,
        () => asDrill(document, [lot(stops).id, lot(stops).id, lot(stops).id], newStop('drill') as DrillStop) ?? document,
        () => ({ ...document, objectives: [...(document.objectives ?? []), { id: ulid(), text: 'Tells ebb from flow' }] }),
        () => {
            const objectives = (document.objectives ?? []).map((one) => one.id);
            return put((one) => ({ ...one, objectives }));
        },
        () => ({ ...document, parts: [...(document.parts ?? []), { id: ulid(), title: 'Part', weight: lot([null, 0, 3]) }] }),
        () => {
            const part = lot([null, ...(document.parts ?? []).map((one) => one.id)]);
            return stops.length === 0 ? document : putStop(document, { ...lot(stops), part });
        },
        () =>
            stops.length === 0 || question === null
                ? document
                : putStop(document, { ...lot(stops), shownIf: { kind: 'answered', question: question.id, is: lot([true, false]) } }),
        () =>
            stops.length === 0
                ? document
                : putStop(document, { ...lot(stops), forks: [{ id: ulid(), when: { kind: 'always' }, to: target }] }),
        () => ({ ...document, pool: [...(document.pool ?? []), newQuestion('number')] }),
        () => ({
            ...document,
            finishes: document.finishes.map((one) => ({ ...one, byScore: [{ id: ulid(), from: 0.5, message: 'Half' }] })),
        }),
        () => ({ ...document, stage: { from: lot([8, 14]), to: lot([10, 12]) } }),
    ])();
}

describe('whatever the editor makes', () => {
    it('the server takes, comes to the same, and takes back', () => {
        const next = lots(11);
        const lot: Lot = (list) => list[Math.floor(next() * list.length)] as never;
        const walks = Array.from({ length: 8 }, () => {
            const documents = [empty()];
            const edits: Edit[][] = [];
            for (let step = 0; step < 90; step++) {
                const from = documents.at(-1) as QuizDocument;
                const made = difference(from, operation(from, lot));
                const done = apply(from, made);
                expect(changeInWords(from, made)).not.toBe('');
                expect(apply(done.document, done.inverse).document).toEqual(from);
                documents.push(done.document);
                edits.push(made);
            }
            return { documents, edits };
        });
        // Something stands in them by now, so that there was something to go wrong.
        const sizes = walks.map(({ documents }) => placesOf(documents.at(-1) as QuizDocument).size);
        expect(Math.min(...sizes)).toBeGreaterThan(20);
        const told = spawnSync('php', [`${import.meta.dirname}/making.php`], { input: JSON.stringify(walks), encoding: 'utf8' });
        expect(told.stderr).toBe('');
        expect(JSON.parse(told.stdout)).toEqual([]);
    });
});
