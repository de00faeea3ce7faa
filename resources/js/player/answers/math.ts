/** Formulas between the field in which they are typed, the plain line in which they are sent, and how they are shown. */

/** The plain line from a field's own (AsciiMath): only signs that the marking reads. */
export function plainMath(ascii: string): string {
    return ascii
        .replaceAll(/\bxx\b/g, '*')
        .replaceAll('cdot', '*')
        .replaceAll('-:', '/')
        .replaceAll('⋅', '*')
        .replaceAll(/root\((\d+)\)/g, 'root($1)')
        .replaceAll(/"([^"]*)"/g, '$1')
        .replaceAll(/\s+/g, ' ')
        .trim();
}

const names = /^(?:arcsin|arccos|arctan|sin|cos|tan|exp|log|ln)/;

/** TeX from the plain line, for showing and for a field to begin with. What it does not understand, it leaves as it is. */
export function texOf(plain: string): string {
    let at = 0;
    const text = plain.trim();
    const space = () => {
        while (text[at] === ' ') {
            at++;
        }
    };
    // What closes the brackets that are open, the innermost last: a bar ends a value only where one is open.
    const closing: string[] = [];
    const ends = () => at >= text.length || text[at] === ')' || (text[at] === '|' && closing.at(-1) === '|');
    const sum = (): string => {
        let out = '';
        space();
        while (!ends()) {
            const sign = text[at] ?? '';
            if (sign === '+' || sign === '-' || sign === '=') {
                out += ` ${sign} `;
                at++;
            } else {
                out += product();
            }
            space();
        }
        return out.trim();
    };
    const product = (): string => {
        let out = power();
        space();
        while (!ends() && !'+-='.includes(text[at] ?? '')) {
            if (text[at] === '/' || text[at] === '÷') {
                at++;
                out = `\\frac{${bare(out)}}{${bare(signed())}}`;
            } else if (text[at] === '*' || text[at] === '·' || text[at] === '×') {
                at++;
                out += ` \\cdot ${signed()}`;
            } else {
                out += ` ${power()}`;
            }
            space();
        }
        return out;
    };
    const signed = (): string => {
        space();
        if (text[at] === '-') {
            at++;
            return `-${signed()}`;
        }
        return power();
    };
    const power = (): string => {
        let out = atom();
        space();
        if (text[at] === '^') {
            at++;
            out = `${out}^{${bare(signed())}}`;
        }
        return out;
    };
    const group = (close: string): string => {
        at++;
        closing.push(close);
        const inner = sum();
        closing.pop();
        if (text[at] === close) {
            at++;
        }
        return inner;
    };
    const atom = (): string => {
        space();
        const rest = text.slice(at);
        const number = /^\d+(?:[.,]\d+)?/.exec(rest)?.[0];
        if (number !== undefined) {
            at += number.length;
            return number.replace(',', '{,}');
        }
        if (rest.startsWith('(')) {
            return `\\left(${group(')')}\\right)`;
        }
        if (rest.startsWith('|')) {
            return `\\left|${group('|')}\\right|`;
        }
        if (rest.startsWith('sqrt') || rest.startsWith('√')) {
            at += rest.startsWith('√') ? 1 : 4;
            return `\\sqrt{${bare(power())}}`;
        }
        const name = names.exec(rest)?.[0];
        if (name !== undefined) {
            at += name.length;
            return `\\${name} ${power()}`;
        }
        if (rest.startsWith('pi')) {
            at += 2;
            return '\\pi ';
        }
        const subscript = /^\p{L}_(?:\{[^}]*\}|[\p{L}\d]+)/u.exec(rest)?.[0];
        if (subscript !== undefined) {
            at += subscript.length;
            return `${subscript[0]}_{${subscript.slice(2).replaceAll(/[{}]/g, '')}}`;
        }
        at++;
        return (rest[0] ?? '').replace(/[\\{}$&#%~_^]/, '');
    };
    return sum() + (at < text.length ? text.slice(at).replaceAll(/[\\{}$&#%~_^]/g, '') : '');
}

/** Without the brackets that only held something together. */
function bare(tex: string): string {
    const inner = /^\\left\((.*)\\right\)$/.exec(tex)?.[1];
    if (inner === undefined) {
        return tex;
    }
    let depth = 0;
    for (const piece of inner.match(/\\left\(|\\right\)/g) ?? []) {
        depth += piece === '\\left(' ? 1 : -1;
        if (depth < 0) {
            return tex;
        }
    }
    return inner;
}
