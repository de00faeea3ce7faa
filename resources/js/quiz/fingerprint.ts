const bytes = new TextEncoder();

/** Of a member that is not there. */
export const nothing = '-';

/**
 * A short sign of a value of a document, the same as the server's: FNV-1a of 32 bits (draft-eastlake-fnv) over a canonical
 * spelling, with the spelling's length in bytes.
 */
export function fingerprint(value: unknown): string {
    const spelled = bytes.encode(spell(value));
    let hash = 0x811c9dc5;
    for (const byte of spelled) {
        hash = Math.imul(hash ^ byte, 0x01000193);
    }
    return `${(hash >>> 0).toString(16).padStart(8, '0')}.${spelled.length.toString(16)}`;
}

function spell(value: unknown): string {
    if (typeof value === 'string') {
        return `s${bytes.encode(value).length}:${value}`;
    }
    if (typeof value === 'number') {
        // Where two languages write a fraction differently, its bits (IEEE 754) are the same.
        return value % 1 === 0 && Math.abs(value) < 1e15 ? `i${Math.trunc(value) + 0};` : `f${bits(value)}`;
    }
    if (Array.isArray(value)) {
        return `[${value.map(spell).join('')}]`;
    }
    if (typeof value === 'object' && value !== null) {
        const members = Object.entries(value).filter(([, member]) => member !== undefined);
        members.sort(([one], [other]) => (one < other ? -1 : 1));
        return `{${members.map(([name, member]) => spell(name) + spell(member)).join('')}}`;
    }
    return value === true ? 't' : value === false ? 'n' : '0';
}

function bits(value: number): string {
    const view = new DataView(new ArrayBuffer(8));
    view.setFloat64(0, value);
    return view.getBigUint64(0).toString(16).padStart(16, '0');
}
