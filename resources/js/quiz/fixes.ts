import type { Finding, QuizDocument } from '../api/types';
import { apply } from './edits';
import { nodeIn, placesOf } from './nodes';
import { shapeOf } from './shapes';
import { fromPlain, plainOf, withWord } from './text';

type Fix = NonNullable<Finding['fix']>;

/** A quick fix of the inspection, done to the thing with that id wherever in the document it stands; nothing where it is gone. */
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
