// @vitest-environment jsdom
import { spawnSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import type { JSONContent } from '@tiptap/core';
import { describe, expect, it } from 'vitest';
import { toDoc, toRich } from '../../resources/js/richtext/convert';
import { schema } from '../../resources/js/richtext/schema';
import { lots } from './samples';

const id = '01HZZZZZZZZZZZZZZZZZZZZZZZ';
const examples = JSON.parse(readFileSync('core/tests/Quiz/texts.json', 'utf8')) as {
    plain: { rich: string }[];
    formatted: { rich: string }[];
};

/** Opened by the editor and written again. */
function again(rich: string): string {
    const doc = schema.nodeFromJSON(toDoc(rich));
    doc.check();
    return toRich(doc.toJSON());
}

/** Clean texts at random, as the core's CleanText knows them; formatting stands in each other in the editor's order. */
function textsFrom(seed: number): () => string {
    const next = lots(seed);
    const one = <T>(list: T[]): T => list[Math.floor(next() * list.length)] as T;
    const many = (most: number, make: () => string) => Array.from({ length: Math.floor(next() * most) + 1 }, make).join('');
    const words = () => one(['Ebb', ' ', 'a &lt; b', '2 &amp; 3', '„so“', '水', 'two  spaces', '3.5']);
    const piece = () =>
        one([
            `<img data-medium="${id}" alt="A &quot;map&quot;">`,
            `<img data-medium="${id}" data-decoration="">`,
            `<audio data-medium="${id}">Waves</audio>`,
            `<video data-medium="${id}" data-from="3" data-to="9.5">The tide</video>`,
            `<video data-medium="${id}" data-from="0"></video>`,
            '<span data-tex="\\frac{1}{2}">a half</span>',
        ]);
    const order = ['a', 'strong', 'em', 'u', 'sub', 'sup', 'code'];
    const inline = (from = 0): string => {
        const plain = one([words, words, piece, () => '<br>', () => `<span data-gap="${id}"></span>`]);
        if (from >= order.length || next() < 0.5) {
            return plain();
        }
        const at = from + Math.floor(next() * (order.length - from));
        const tag = order[at] as string;
        const open = tag === 'a' ? one([`<a href="https://x.example/?a=1&amp;b=2">`, `<a data-medium="${id}">`]) : `<${tag}>`;
        return `${open}${inline(at + 1)}</${tag}>`;
    };
    // Two runs with the same formatting beside each other are one: words that part them.
    const line = () => `${many(3, () => `x${inline()}`)}y`;
    const flow = (depth: number): string =>
        depth > 1 || next() < 0.4 ? line() : `${block(depth)}${many(2, () => one([block, () => piece()])(depth))}`;
    const block = (depth: number): string =>
        one([
            () => `<p>${one([line, () => ''])()}</p>`,
            () => `<ul>${many(3, () => `<li>${flow(depth + 1)}</li>`)}</ul>`,
            () => `<ol>${many(2, () => `<li>${flow(depth + 1)}</li>`)}</ol>`,
            () => `<blockquote>${flow(depth + 1)}</blockquote>`,
            () => `<pre>a\n  ${inline()}b</pre>`,
            () =>
                `<table>${one(['', `<thead><tr><th>${flow(depth + 2)}</th></tr></thead>`])}<tbody>${many(2, () => `<tr>${many(2, () => `<td>${flow(depth + 2)}</td>`)}</tr>`)}</tbody></table>`,
        ])();
    return () => flow(0);
}

describe('a text that the editor opens and closes', () => {
    it.each([...examples.plain, ...examples.formatted])('is unchanged: $rich', ({ rich }) => {
        // Empty lines before the first and behind the last formatting are the only thing an editor does not know.
        expect(again(rich)).toBe(rich);
    });

    it('is unchanged whatever it holds', () => {
        const make = textsFrom(11);
        for (let turn = 0; turn < 1500; turn++) {
            const rich = make();
            expect(again(rich)).toBe(rich);
        }
    });

    it('keeps what stands too deep for a text as words', () => {
        let rich = 'deep';
        for (let turn = 0; turn < 7; turn++) {
            rich = `<ul><li>${rich}</li></ul>`;
        }
        const doc = toDoc(rich);
        const deeper = {
            type: 'doc',
            content: [
                { type: 'blockquote', content: [{ type: 'blockquote', content: [{ type: 'blockquote', content: doc.content ?? [] }] }] },
            ],
        };
        const written = toRich(deeper);
        expect(written).toContain('deep');
        expect(Math.max(...depths(written))).toBeLessThanOrEqual(16);
    });
});

/** What can be done in the editor, at random: pieces, formatting and structure in places where they may not have been. */
function documentsFrom(seed: number): () => JSONContent {
    const next = lots(seed);
    const one = <T>(list: T[]): T => list[Math.floor(next() * list.length)] as T;
    const many = <T>(most: number, make: () => T) => Array.from({ length: Math.floor(next() * most) + 1 }, make);
    const marks = () =>
        ['bold', 'italic', 'underline', 'subscript', 'superscript', 'code']
            .filter(() => next() < 0.2)
            .map((type): { type: string; attrs?: object } => ({ type }))
            .concat(next() < 0.2 ? [{ type: 'link', attrs: { href: 'https://x.example/"?a=1&b', medium: null } }] : []);
    const piece = (where: string) =>
        one<JSONContent>([
            { type: `picture${where}`, attrs: { medium: id, words: 'A "map"\n<b>', decoration: false } },
            { type: `sound${where}`, attrs: { medium: id, words: 'Waves & wind' } },
            { type: `video${where}`, attrs: { medium: id, words: '', from: 3, to: one([null, 9.5]) } },
            { type: `formula${where}`, attrs: { tex: 'a < "b" & c', words: '' } },
        ]);
    const inline = (): JSONContent =>
        one([
            () => ({ type: 'text', text: one(['Ebb', ' ', '\t<&>"', 'a\nb', '\u0007x', ' 水 ']), marks: marks() as never }),
            () => ({ type: 'hardBreak' }),
            () => piece(''),
        ])();
    const paragraph = (): JSONContent => ({ type: 'paragraph', content: next() < 0.2 ? [] : many(3, inline) });
    const block = (depth: number): JSONContent =>
        depth > 6
            ? paragraph()
            : one<() => JSONContent>([
                  paragraph,
                  () => piece('Block'),
                  () => ({ type: 'codeBlock', content: many(2, inline).filter(({ type }) => type !== 'hardBreak') }),
                  () => ({
                      type: one(['bulletList', 'orderedList']),
                      content: many(2, () => ({ type: 'listItem', content: many(2, () => block(depth + 1)) })),
                  }),
                  () => ({ type: 'blockquote', content: many(2, () => block(depth + 1)) }),
                  () => ({
                      type: 'table',
                      content: many(2, () => ({
                          type: 'tableRow',
                          attrs: { head: next() < 0.3 },
                          content: many(2, () => ({ type: one(['tableCell', 'tableHeader']), content: many(2, () => block(depth + 1)) })),
                      })),
                  }),
              ])();
    return () => ({ type: 'doc', content: many(3, () => block(0)) });
}

describe('whatever can be made in the editor', () => {
    it('is clean to the core, and the sanitizer changes nothing in it', () => {
        const make = documentsFrom(5);
        const texts = Array.from({ length: 800 }, () => toRich(make()));
        const told = spawnSync('php', [`${import.meta.dirname}/cleaned.php`], {
            input: JSON.stringify(texts),
            encoding: 'utf8',
            maxBuffer: 1e8,
        });
        expect(told.stderr).toBe('');
        const wrong: string[] = JSON.parse(told.stdout);
        expect([wrong.length, wrong.sort((a, b) => a.length - b.length).slice(0, 6)]).toEqual([0, []]);
        expect(texts.filter((text) => text.length > 200).length).toBeGreaterThan(100);
    });
});

function depths(rich: string): number[] {
    let depth = 0;
    return [...rich.matchAll(/<(\/?)[a-z]+[^>]*>/g)].map(([, slash]) => (slash === '/' ? depth-- : ++depth));
}
