import { spawnSync } from 'node:child_process';
import { all, create, type FactoryFunctionMap, type MathNode } from 'mathjs';
import { describe, expect, it } from 'vitest';

/**
 * The marking of formulas, held against mathjs as an independent reference: what it takes as equal has the same value at
 * points with exact fractions, and the other way round.
 */

const math = create(all as FactoryFunctionMap, { number: 'Fraction' });

/** A small generator of its own, so that the pairs are the same at every run. */
function lottery(seed: number) {
    let state = seed;
    return (below: number) => {
        state = (state * 1103515245 + 12345) % 2147483648;
        return Math.floor((state / 2147483648) * below);
    };
}

function tree(lot: (below: number) => number, depth: number): string {
    if (depth === 0 || lot(5) === 0) {
        return lot(3) === 0 ? String(lot(9) + 1) : (['x', 'y', 'z'][lot(3)] ?? 'x');
    }
    const [a, b] = [tree(lot, depth - 1), tree(lot, depth - 1)];
    switch (lot(6)) {
        case 0:
            return `(${a} + ${b})`;
        case 1:
            return `(${a} - ${b})`;
        case 2:
            return `(${a} / (${b}))`;
        case 3:
            return `(${a})^${lot(3) + 1}`;
        default:
            return `(${a}) * (${b})`;
    }
}

/** Another way of writing the same: laws of algebra, one after the other, at every node. */
function rewritten(node: MathNode, lot: (below: number) => number): string {
    if ('content' in node) {
        return rewritten(node.content as MathNode, lot);
    }
    if (!('args' in node) || !('op' in node)) {
        return node.toString();
    }
    const [a = '0', b = '0'] = (node.args as MathNode[]).map((arg) => `(${rewritten(arg, lot)})`);
    switch (node.op) {
        case '+':
            return lot(2) === 0 ? `${b} + ${a}` : `-(-${a} - ${b})`;
        case '-':
            return lot(2) === 0 ? `-(${b} - ${a})` : `${a} + (-1) * ${b}`;
        case '*':
            return lot(2) === 0 ? `${b} * ${a}` : `${a} * (${b} + 1) - ${a}`;
        case '/':
            return lot(2) === 0 ? `${a} * (1 / ${b})` : `(2 * ${a}) / (2 * ${b})`;
        default:
            return (node.args as MathNode[])[1]?.toString() === '2' ? `${a} * ${a}` : `${a}^${b.replace(/[()]/g, '')}`;
    }
}

/** Equal where both have a value at the same points, and the same one: exact, at eight points. */
function reference(a: string, b: string): boolean | null {
    const [left, right] = [math.compile(a), math.compile(b)];
    let told = 0;
    for (let point = 0; point < 8; point++) {
        const at = { x: math.fraction(point * 7 + 3, 5), y: math.fraction(-point * 11 + 2, 7), z: math.fraction(point * 13 + 1, 3) };
        try {
            if (!math.equal(left.evaluate(at), right.evaluate(at))) {
                return false;
            }
            told++;
        } catch {
            // A division by zero at this point tells nothing.
        }
    }
    return told >= 4 ? true : null;
}

function marked(pairs: [string, string][]): (boolean | string)[] {
    const run = spawnSync('php', ['tests/unit/equal.php'], { input: JSON.stringify(pairs), encoding: 'utf8', maxBuffer: 1 << 26 });
    return JSON.parse(run.stdout) as (boolean | string)[];
}

describe('formulas', () => {
    it('are equal exactly where mathjs finds them equal, over 600 rational expressions', () => {
        const lot = lottery(20261123);
        const pairs: [string, string][] = [];
        const expected: boolean[] = [];
        while (pairs.length < 600) {
            const first = tree(lot, 3);
            const same = rewritten(math.parse(first), lot);
            const second =
                pairs.length % 2 === 0
                    ? same
                    : same.replace(/\d/, (digit) => String((Number(digit) % 9) + 1)).replace(/x|y/, (name) => (lot(2) === 0 ? 'z' : name));
            const verdict = reference(first, second);
            if (verdict !== null) {
                pairs.push([first, second]);
                expected.push(verdict);
            }
        }
        expect(expected.filter(Boolean).length).toBeGreaterThan(200);
        expect(expected.filter((verdict) => !verdict).length).toBeGreaterThan(80);
        const results = marked(pairs);
        const wrong = pairs
            .map((pair, index) => ({ pair, marked: results[index], expected: expected[index] }))
            .filter((one) => one.marked !== one.expected);
        // What divides by zero everywhere, or is too large, is refused with a sentence and never taken as equal.
        expect(wrong.filter((one) => typeof one.marked === 'boolean')).toEqual([]);
        expect(wrong.length).toBeLessThan(20);
    });

    it('beyond rational ones are equal where the identities say so', () => {
        const equal: [string, string][] = [
            ['sin(x)^2+cos(x)^2', '1'],
            ['tan(x)', 'sin(x)/cos(x)'],
            ['sqrt(12)', '2*sqrt(3)'],
            ['ln(x*y)', 'ln(x)+ln(y)'],
            ['2^x*2^y', '2^(x+y)'],
            ['1/sqrt(2)', 'sqrt(2)/2'],
            ['cos(2x)', '1-2sin(x)^2'],
            ['|x|', 'sqrt(x^2)'],
        ];
        const unequal: [string, string][] = [
            ['sin(x)^2', 'sin(x^2)'],
            ['sqrt(x^2)', 'x'],
            ['sqrt(x+y)', 'sqrt(x)+sqrt(y)'],
            ['ln(x+y)', 'ln(x)+ln(y)'],
            ['2^(x*y)', '2^x*2^y'],
            ['1e-12*x', '0'],
            ['sin(x)', 'x'],
        ];
        expect(marked(equal)).toEqual(equal.map(() => true));
        expect(marked(unequal)).toEqual(unequal.map(() => false));
    });
});
