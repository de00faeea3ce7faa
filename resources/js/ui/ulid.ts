const ALPHABET = '0123456789ABCDEFGHJKMNPQRSTVWXYZ';

/** A new ULID (ulid/spec): 48 bits of milliseconds, 80 bits by lot, in Crockford's base 32. */
export function ulid(): string {
    let time = Date.now();
    let head = '';
    for (let i = 0; i < 10; i++) {
        head = ALPHABET.charAt(time % 32) + head;
        time = Math.floor(time / 32);
    }
    const lot = crypto.getRandomValues(new Uint8Array(16));
    return head + Array.from(lot, (byte) => ALPHABET.charAt(byte % 32)).join('');
}
