import { Ear, Square, Type } from 'lucide-react';
import { useEffect, useState } from 'react';
import { client } from '../api/client';
import { Switch } from '../ui/Switch';
import { say } from '../words/words';
import { useOwnPage } from './useOwnPage';

export interface Reading {
    size: number;
    spacing: boolean;
    contrast: boolean;
    face: boolean;
}

const plain: Reading = { size: 1, spacing: false, contrast: false, face: false };

const sizes = [
    { value: 1, words: say('student.reading-support.usual') },
    { value: 1.2, words: say('student.reading-support.larger') },
    { value: 1.45, words: say('student.reading-support.largest') },
];

/** Lays the choices over the whole page. */
function apply(reading: Reading): void {
    const root = document.documentElement;
    root.style.setProperty('--reading-size', String(reading.size));
    root.dataset.spacing = reading.spacing ? 'wide' : '';
    root.dataset.contrast = reading.contrast ? 'high' : '';
    root.dataset.face = reading.face ? 'easy' : '';
    if (reading.face) {
        void import('@fontsource/lexend/latin-400.css');
        void import('@fontsource/lexend/latin-600.css');
    }
}

/** Read aloud, type size, spacing, contrast and an easier face; kept with the student, on whatever device. */
export function ReadingSupport() {
    const { page, change } = useOwnPage();
    // A page that was asked for before a choice tells what stood before it.
    const [chosen, setChosen] = useState<Partial<Reading>>({});
    const reading: Reading = { ...plain, ...page?.reading, ...chosen };
    const [open, setOpen] = useState(false);
    const key = JSON.stringify(reading);
    useEffect(() => apply(JSON.parse(key) as Reading), [key]);
    useEffect(() => {
        if (!open) {
            return;
        }
        const close = (event: KeyboardEvent) => event.key === 'Escape' && setOpen(false);
        window.addEventListener('keydown', close);
        return () => window.removeEventListener('keydown', close);
    }, [open]);
    const put = (changes: Partial<Reading>) => {
        setChosen((before) => ({ ...before, ...changes }));
        change((own) => ({ ...own, reading: { ...own.reading, ...changes } }));
        // It arrives also where the page is left at once.
        void client.PATCH('/student/reading', { body: changes, keepalive: true }).catch(() => undefined);
    };
    return (
        <>
            <ReadAloud />
            <div className="relative">
                <button
                    type="button"
                    className="grid size-11 place-items-center rounded-md hover:bg-tint"
                    aria-label={say('student.reading-support.how-this-page-reads')}
                    aria-expanded={open}
                    onClick={() => setOpen(!open)}
                >
                    <Type size={20} />
                </button>
                {open && (
                    <section
                        aria-label={say('student.reading-support.how-this-page-reads')}
                        className="fixed inset-x-3 top-16 z-20 mx-auto grid max-h-[80dvh] max-w-sm gap-3 overflow-y-auto rounded-lg border border-edge bg-sheet p-4 text-base shadow-lg"
                    >
                        <fieldset>
                            <legend className="mb-1 text-sm font-semibold">{say('student.reading-support.size-of-the-type')}</legend>
                            <div className="flex gap-1">
                                {sizes.map((size) => (
                                    <label
                                        key={size.value}
                                        className="flex-1 rounded-md border border-edge px-2 py-2 text-center text-sm has-checked:border-accent has-checked:bg-tint has-focus-visible:outline-3 has-focus-visible:outline-accent"
                                    >
                                        <input
                                            type="radio"
                                            name="reading-size"
                                            className="sr-only"
                                            checked={reading.size === size.value}
                                            onChange={() => put({ size: size.value })}
                                        />
                                        {size.words}
                                    </label>
                                ))}
                            </div>
                        </fieldset>
                        <Switch
                            label={say('student.reading-support.more-space-between-letters-and')}
                            checked={reading.spacing}
                            onChange={(spacing) => put({ spacing })}
                        />
                        <Switch
                            label={say('student.reading-support.stronger-contrast')}
                            checked={reading.contrast}
                            onChange={(contrast) => put({ contrast })}
                        />
                        <Switch
                            label={say('student.reading-support.a-face-that-is-easier')}
                            checked={reading.face}
                            onChange={(face) => put({ face })}
                        />
                    </section>
                )}
            </div>
        </>
    );
}

/** What stands on the page, read aloud by the browser's own voice; only where it has one. */
function ReadAloud() {
    const [speaking, setSpeaking] = useState(false);
    useEffect(() => () => window.speechSynthesis?.cancel(), []);
    if (!('speechSynthesis' in window)) {
        return null;
    }
    const toggle = () => {
        if (speaking) {
            speechSynthesis.cancel();
            setSpeaking(false);
            return;
        }
        const text = wordsOnPage();
        if (text === '') {
            return;
        }
        const said = new SpeechSynthesisUtterance(text);
        said.lang = document.querySelector<HTMLElement>('[data-quiz-language]')?.dataset.quizLanguage ?? document.documentElement.lang;
        said.rate = 0.95;
        said.onend = said.onerror = () => setSpeaking(false);
        setSpeaking(true);
        speechSynthesis.speak(said);
    };
    return (
        <button
            type="button"
            className="grid size-11 place-items-center rounded-md hover:bg-tint"
            aria-label={speaking ? say('student.reading-support.stop-reading-aloud') : say('student.reading-support.read-aloud')}
            aria-pressed={speaking}
            onClick={toggle}
        >
            {speaking ? <Square size={18} /> : <Ear size={20} />}
        </button>
    );
}

/** The texts meant to be read, and the answers to choose from. */
export function wordsOnPage(): string {
    const found = document.querySelectorAll<HTMLElement>('[data-read-aloud], main fieldset label, main fieldset legend, main fieldset li');
    return [...found]
        .filter((one) => one.parentElement?.closest('[data-read-aloud], label, li') === null)
        .map((one) => spoken(one).trim().replace(/\s+/g, ' '))
        .filter((text) => text !== '')
        .map((text) => (/[.?!…]$/.test(text) ? text : `${text}.`))
        .join(' ');
}

/** What stands on lines of its own. */
const apart = 'p, div, section, h1, h2, h3, h4, ul, ol, li, dl, dt, dd, table, tr, th, td, figure, figcaption, blockquote, pre, br';

/** What an element says: its words, and of pictures and formulas the alternative text instead of what is drawn. */
function spoken(element: Element): string {
    const alternative = element.getAttribute('aria-label') ?? element.getAttribute('alt');
    if (alternative !== null && (element.matches('img, [role="img"], [role="math"], math') || element.tagName.startsWith('MATH'))) {
        return alternative;
    }
    if (element.getAttribute('aria-hidden') === 'true') {
        return '';
    }
    const words = [...element.childNodes].map((node) => (node instanceof Element ? spoken(node) : (node.textContent ?? ''))).join('');
    return element.matches(apart) ? ` ${words} ` : words;
}
