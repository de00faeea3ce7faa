import { expect, type Page } from '@playwright/test';

/** What the device itself writes, in English where it does not know the made-up language: dates, and parts of relative times. */
const byDevice = (() => {
    const found = new Set<string>();
    const take = (text: string) => {
        for (const [word] of text.matchAll(/\p{L}+/gu)) {
            found.add(word.toLowerCase());
        }
    };
    for (let day = 0; day < 366; day += 5) {
        take(new Intl.DateTimeFormat('en', { dateStyle: 'full' }).format(new Date(2026, 0, day)));
        take(new Intl.DateTimeFormat('en', { weekday: 'short', month: 'short', hour: 'numeric' }).format(new Date(2026, 0, day, day % 24)));
    }
    const relative = new Intl.RelativeTimeFormat('en', { numeric: 'auto' });
    for (const unit of ['minute', 'day'] as const) {
        for (const count of [-2, -1, 0, 1, 2]) {
            take(relative.format(count, unit));
        }
    }
    return found;
})();

/** Members of answers that hold values of ours, and no words of people. */
const values = new Set([
    'kind',
    'state',
    'standing',
    'severity',
    'result',
    'audience',
    'purpose',
    'rule',
    'type',
    'code',
    'how',
    'member',
    'near',
    'scoring',
    'mode',
    'status',
    'before',
    'after',
]);

/** Names that no language translates. */
const names = ['Hidden', 'Ladder', 'English', 'Cymraeg', 'Dansk', 'Deutsch', 'Gaeilge', 'Italiano', 'Nederlands', 'Polski', 'Svenska'];

/** Hears what people wrote: every word in the server's answers that is none of the interface's own. */
export function written(page: Page): Set<string> {
    const words = new Set([...names.map((name) => name.toLowerCase()), ...byDevice]);
    const take = (value: unknown): void => {
        if (typeof value === 'string') {
            for (const [word] of value.matchAll(/\p{L}+/gu)) {
                words.add(word.toLowerCase());
            }
        } else if (value !== null && typeof value === 'object') {
            for (const [name, inner] of Object.entries(value)) {
                if (!values.has(name) || typeof inner === 'object') {
                    take(inner);
                }
            }
        }
    };
    page.on('response', async (response) => {
        if (response.url().includes('/api/') && (response.headers()['content-type'] ?? '').includes('json')) {
            take(await response.json().catch(() => null));
        }
    });
    return words;
}

/** No plain English on the page but what people wrote, nothing cut off, and nothing wider than the screen. */
export async function isTranslated(page: Page, known: Set<string>): Promise<void> {
    const found = await page.evaluate(() => {
        const said: string[] = [];
        const cut: string[] = [];
        for (const element of document.querySelectorAll<HTMLElement>('body *')) {
            if (
                element.closest('script, style, noscript, math, .katex, math-field, [lang]:not(html)') !== null ||
                element.getClientRects().length === 0
            ) {
                continue;
            }
            const own = [...element.childNodes]
                .filter((node) => node.nodeType === Node.TEXT_NODE)
                .map((node) => node.textContent ?? '')
                .join(' ');
            said.push(own, ...['aria-label', 'title', 'placeholder', 'alt'].map((name) => element.getAttribute(name) ?? ''));
            const style = getComputedStyle(element);
            const isHidden = /hidden|clip/.test(style.overflowX) && element.scrollWidth > element.clientWidth + 1;
            if (
                own.trim() !== '' &&
                isHidden &&
                element.clientWidth > 2 &&
                element.closest('[title]') === null &&
                /[áéíóúçñţ]/.test(own) &&
                !/[a-z]{3}/i.test(own)
            ) {
                cut.push(own.trim());
            }
        }
        const wide = [...document.querySelectorAll<HTMLElement>('body *')]
            .filter(
                (one) =>
                    document.documentElement.scrollWidth > window.innerWidth && one.getBoundingClientRect().right > window.innerWidth + 1,
            )
            .map((one) => `wider than the screen: ${one.outerHTML.slice(0, 120)}`)
            .slice(-1);
        return { said, cut: [...cut, ...wide] };
    });
    const plain = new Set<string>();
    for (const text of found.said) {
        for (const [word] of text.replace(/https?:\/\/\S+/g, '').matchAll(/\p{L}+/gu)) {
            if (/^[a-z]{3,}$/i.test(word) && !known.has(word.toLowerCase())) {
                plain.add(`${word} (in “${text.trim().slice(0, 80)}”)`);
            }
        }
    }
    expect.soft([...plain], `plain words at ${page.url()}`).toEqual([]);
    expect.soft(found.cut, `cut off at ${page.url()}`).toEqual([]);
}
