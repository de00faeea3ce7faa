/** Letters of a paste that are looked at. */
export const LARGEST_PASTE = 1_000_000;

/**
 * What of a paste comes into a text: word processors mark their own with comments, styles and elements of their own, and
 * write bold as a style. Pictures come as addresses that the server fetches; those of a file on the device cannot. Gaps are
 * those of the sentence they were in.
 */
export function fromPaste(html: string, gaps: string[] = []): { html: string; addresses: string[]; lost: number } {
    if (html === '') {
        return { html, addresses: [], lost: 0 };
    }
    const page = new DOMParser().parseFromString(html, 'text/html');
    const addresses: string[] = [];
    let lost = 0;
    for (const element of page.querySelectorAll('style, script, title, meta, link, xml, template, [style*="mso-hide"]')) {
        element.remove();
    }
    for (const picture of page.querySelectorAll('img:not([data-medium])')) {
        const address = picture.getAttribute('src') ?? '';
        if (/^https?:\/\//.test(address)) {
            addresses.push(address);
        } else {
            lost++;
        }
        picture.remove();
    }
    for (const gap of page.querySelectorAll<HTMLElement>('[data-gap]')) {
        if (!gaps.includes(gap.dataset.gap ?? '')) {
            gap.remove();
        }
    }
    for (const element of page.querySelectorAll<HTMLElement>('span[style], font[style], a[style]')) {
        for (const [tag, wanted] of asStyled(element.style)) {
            if (wanted) {
                const around = page.createElement(tag);
                around.append(...element.childNodes);
                element.append(around);
            }
        }
    }
    // A whole page that came in bold is not bold.
    for (const element of page.querySelectorAll<HTMLElement>('b[style*="normal"]')) {
        element.replaceWith(...element.childNodes);
    }
    listsOf(page);
    for (const heading of page.querySelectorAll('h1, h2, h3, h4, h5, h6')) {
        const paragraph = page.createElement('p');
        const strong = page.createElement('strong');
        strong.append(...heading.childNodes);
        paragraph.append(strong);
        heading.replaceWith(paragraph);
    }
    return { html: page.body.innerHTML, addresses, lost };
}

function asStyled(style: CSSStyleDeclaration): [string, boolean][] {
    const lines = `${style.textDecoration} ${style.textDecorationLine}`;
    return [
        ['strong', /^(bold|[6-9]00)$/.test(style.fontWeight)],
        ['em', style.fontStyle === 'italic'],
        ['u', lines.includes('underline')],
        ['sub', style.verticalAlign === 'sub'],
        ['sup', style.verticalAlign === 'super'],
    ];
}

/** Paragraphs that a word processor marks as items of a list, with the sign as words, as lists. */
function listsOf(page: Document): void {
    let list: HTMLElement | null = null;
    for (const paragraph of page.querySelectorAll<HTMLElement>('p[style*="mso-list"]')) {
        const words = paragraph.textContent ?? '';
        const sign = /^[\s ]*(?:([•·▪◦o§-])|\(?(?:\d{1,3}|[a-z])[.)])[\s ]+/u.exec(words);
        const tag = sign?.[1] === undefined ? 'ol' : 'ul';
        const goesOn: boolean = list !== null && list.tagName.toLowerCase() === tag && paragraph.previousElementSibling === list;
        if (!goesOn) {
            list = page.createElement(tag);
            paragraph.before(list);
        }
        const item = page.createElement('li');
        item.append(...paragraph.childNodes);
        cutFront(item, sign?.[0].length ?? 0);
        list?.append(item);
        paragraph.remove();
    }
}

/** Takes so many letters off the beginning. */
function cutFront(element: HTMLElement, letters: number): void {
    const walk = element.ownerDocument.createTreeWalker(element, NodeFilter.SHOW_TEXT);
    let left = letters;
    for (let node = walk.nextNode(); node !== null && left > 0; node = walk.nextNode()) {
        const words = node.textContent ?? '';
        node.textContent = words.slice(left);
        left -= Math.min(left, words.length);
    }
}
