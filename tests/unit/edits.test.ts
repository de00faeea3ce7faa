import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { difference } from '../../resources/js/quiz/difference';
import { apply, type Edit, Unfit } from '../../resources/js/quiz/edits';
import { fingerprint } from '../../resources/js/quiz/fingerprint';
import { type Node, placesOf } from '../../resources/js/quiz/nodes';
import { lots } from './samples';

interface Example {
    name: string;
    edits: Edit[];
    sees?: Record<string, Record<string, unknown>>;
    order?: Record<string, string[]>;
    alsoDoes?: number;
    refused?: { edit: number; at: string; reason: string };
}

// The examples that the core is held to as well (core/tests/Quiz/EditsTest.php).
const examples = JSON.parse(readFileSync('core/tests/Quiz/edits.json', 'utf8')) as {
    document: Record<string, unknown>;
    changes: Example[];
    fingerprints: { value: unknown; is: string }[];
};
const { document } = examples;

function node(value: unknown, id: string): Node | undefined {
    if (typeof value !== 'object' || value === null) {
        return undefined;
    }
    if ((value as Node).id === id) {
        return value as Node;
    }
    for (const one of Object.values(value)) {
        const found = node(one, id);
        if (found !== undefined) {
            return found;
        }
    }
}

const at = (value: object, id: string) => (id === 'quiz' ? (value as Node) : node(value, id));

describe('a change', () => {
    it.each(examples.changes.filter((one) => one.refused === undefined).map((one) => [one.name, one] as const))('%s', (_, example) => {
        const frozen = JSON.stringify(document);
        const done = apply(document, example.edits);
        for (const [id, members] of Object.entries(example.sees ?? {})) {
            for (const [member, value] of Object.entries(members)) {
                expect(at(done.document, id)?.[member]).toEqual(value === '<gone>' ? undefined : value);
            }
        }
        for (const [place, ids] of Object.entries(example.order ?? {})) {
            const [id = '', list = ''] = place.split('.');
            const nodes = at(done.document, id)?.[list] as Node[] | undefined;
            expect(nodes?.map((one) => one.id)).toEqual(ids);
        }
        expect(done.edits).toHaveLength(example.edits.length + (example.alsoDoes ?? 0));
        expect(JSON.stringify(document)).toBe(frozen);
        const back = apply(done.document, done.inverse);
        expect(back.document).toEqual(document);
        // Where each thing stands is kept along with the document; it is what a fresh look finds.
        expect(placesOf(done.document)).toEqual(placesOf(structuredClone(done.document)));
        expect(apply(document, difference(document, done.document)).document).toEqual(done.document);
        expect(apply(done.document, difference(done.document, document)).document).toEqual(document);
    });

    it.each(examples.changes.filter((one) => one.refused !== undefined).map((one) => [one.name, one] as const))(
        '%s is refused',
        (_, one) => {
            try {
                apply(document, one.edits);
                expect.unreachable();
            } catch (problem) {
                expect(problem).toBeInstanceOf(Unfit);
                const { edit, at: where, reason } = problem as Unfit;
                expect({ edit, at: where, reason }).toEqual(one.refused);
            }
        },
    );

    it.each(examples.fingerprints.map((one) => [JSON.stringify(one.value), one] as const))('the fingerprint of %s', (_, one) =>
        expect(fingerprint(one.value)).toBe(one.is),
    );
});

describe('the difference of two documents', () => {
    it('is nothing between the same', () => expect(difference(document, structuredClone(document))).toEqual([]));

    it('moves no more than it must', () => {
        const stops = document.stops as Node[];
        const [first, second, third, fourth] = stops;
        const rotated = { ...document, stops: [second, third, fourth, first] };
        expect(difference(document, rotated)).toEqual([{ do: 'move', at: 'S1', into: 'quiz', list: 'stops', before: null }]);
    });

    it('is the change, for any shuffling, taking out and rewording', () => {
        for (let seed = 1; seed <= 200; seed++) {
            const lot = lots(seed);
            let changed: object = document;
            for (let step = 0; step < 6; step++) {
                const places = [...placesOf(changed)];
                const [id, place] = places[Math.floor(lot() * places.length)] as (typeof places)[number];
                const listed = places.filter(([, other]) => other.type === place.type);
                const [before, other] = listed[Math.floor(lot() * listed.length)] as (typeof places)[number];
                const edits: Edit[][] = [
                    [{ do: 'set', at: id, member: 'note', value: step }],
                    [{ do: 'remove', at: id }],
                    [{ do: 'move', at: id, into: other.above ?? 'quiz', list: other.in, before }],
                ];
                try {
                    changed = apply(changed, edits[Math.floor(lot() * edits.length)] ?? []).document;
                } catch (problem) {
                    expect(problem).toBeInstanceOf(Unfit);
                }
            }
            const edits = difference(document, changed);
            expect(apply(document, edits).document, `seed ${seed}`).toEqual(changed);
            expect(apply(changed, apply(document, edits).inverse).document, `seed ${seed}`).toEqual(document);
        }
    });
});
