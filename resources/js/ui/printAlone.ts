interface Line {
    heading: boolean;
    time: string;
    text: string;
}

/** Prints lines under a title, and nothing else of the page (tokens.css has how). */
export function printAlone(title: string, lines: Line[]): void {
    const page = document.createElement('div');
    page.className = 'printed-alone';
    const add = (name: string, text: string, into: HTMLElement = page) => {
        const element = document.createElement(name);
        element.textContent = text;
        into.append(element);
        return element;
    };
    add('h1', title);
    for (const line of lines) {
        const row = add(line.heading ? 'h2' : 'p', '');
        add('span', line.time, row);
        add('span', line.text, row);
    }
    document.body.append(page);
    window.addEventListener('afterprint', () => page.remove(), { once: true });
    window.print();
}
