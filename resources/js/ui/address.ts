/** The address that is meant; without its beginning it is one of the web. Null where it is none. */
export function webAddress(text: string): string | null {
    const typed = text.trim();
    if (typed === '') {
        return '';
    }
    try {
        const url = new URL(/^[a-z][a-z0-9+.-]*:/i.test(typed) ? typed : `https://${typed}`);
        const whole = /^[a-z][a-z0-9+.-]*:/i.test(typed) ? typed : `https://${typed}`;
        return /^https?:$/.test(url.protocol) && url.hostname.includes('.') && !/\s/.test(typed) ? whole : null;
    } catch {
        return null;
    }
}
