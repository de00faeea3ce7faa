import { readFileSync } from 'node:fs';
import { type Browser, expect, type Page } from '@playwright/test';
import { newEntry, newQuestion, newStop } from '../../resources/js/quiz/making';
import { ulid } from '../../resources/js/ui/ulid';
import { enter, giveOut, isAccessible, phone, signUp } from './helpers';
import { test } from './test';
import { begins, say } from './words';

const names = ['Ada Brandt', 'Bram Oduya', 'Cleo Marchetti', 'Davit Lindqvist', 'Elif Tanaka', 'Finn Abara'];

/** Something asked of the server as the page asks it. */
async function ask<T>(page: Page, path: string, body: unknown): Promise<T> {
    return (await page.evaluate(
        async ([where, sent]) => {
            const token = decodeURIComponent(/XSRF-TOKEN=([^;]+)/.exec(document.cookie)?.[1] ?? '');
            const headers = { Accept: 'application/json', 'Content-Type': 'application/json', 'X-XSRF-TOKEN': token };
            const reply = await fetch(`/api${where}`, { method: 'POST', headers, body: JSON.stringify(sent) });
            if (!reply.ok) {
                throw new Error(`${where}: ${await reply.text()}`);
            }
            return reply.json();
        },
        [path, body] as const,
    )) as T;
}

function choice(prompt: string, right: string, ...wrong: string[]) {
    const entries = [newEntry(true, right), ...wrong.map((text) => newEntry(false, text))];
    return { ...newQuestion('one-choice'), prompt, entries };
}

/** A quiz of three questions, a video that asks one, and something extra. */
async function publish(page: Page, title: string): Promise<void> {
    const film = readFileSync('database/demo/media/tidal-range.webm').toString('base64');
    const media = await page.evaluate(async (file) => {
        const bytes = Uint8Array.from(atob(file), (one) => one.charCodeAt(0));
        const form = new FormData();
        form.set('file', new Blob([bytes], { type: 'video/webm' }), 'film.webm');
        form.set('title', 'A film');
        const token = decodeURIComponent(/XSRF-TOKEN=([^;]+)/.exec(document.cookie)?.[1] ?? '');
        const reply = await fetch('/api/media', {
            method: 'POST',
            headers: { Accept: 'application/json', 'X-XSRF-TOKEN': token },
            body: form,
        });
        return ((await reply.json()) as { id: string }).id;
    }, film);
    const quiz = await ask<{ id: string; version: number }>(page, '/quizzes', { title, language: 'en' });
    const stops = [
        { ...newStop('question'), question: choice('Which bird dives?', 'Tern', 'Gull', 'Heron') },
        {
            ...newStop('question'),
            question: { ...newQuestion('number'), prompt: 'How many eggs?', entries: [{ ...newEntry(true), key: '3' }] },
        },
        {
            ...newStop('video'),
            clip: { media, from: 0, to: null },
            cues: [{ id: ulid(), kind: 'question', at: 14.5, question: choice('What lies between?', 'The range', 'The depth') }],
        },
        {
            ...newStop('question'),
            question: {
                ...choice('Which lasts longest?', 'The ebb', 'The flood'),
                ladder: [{ id: ulid(), kind: 'hint', text: 'Think of the moon.' }],
            },
        },
        { ...newStop('question'), extra: true, question: choice('Which is the odd one?', 'Whale', 'Cod') },
    ];
    await ask(page, `/quizzes/${quiz.id}/changes`, {
        id: ulid(),
        version: quiz.version,
        label: 'Stops added',
        edits: stops.map((node) => ({ do: 'insert', into: 'quiz', list: 'stops', before: null, node })),
    });
    await ask(page, `/quizzes/${quiz.id}/editions`, {});
}

async function phones(browser: Browser, phrase: string): Promise<Page[]> {
    return Promise.all(names.map((name) => enter(browser, phrase, name)));
}

/** Pages that can be made deaf: what they listen to is known to the test. */
async function mayGoDeaf(pages: Page[]): Promise<void> {
    for (const one of pages) {
        await one.context().addInitScript(() => {
            const Listening = window.EventSource;
            const listening: EventSource[] = [];
            Object.assign(window, { listening });
            window.EventSource = class extends Listening {
                constructor(address: string | URL) {
                    super(address);
                    listening.push(this);
                }
            };
        });
    }
}

/** Nothing is heard any more: what listens is cut off as by a server that ends, and cannot listen again. */
async function goesDeaf(pages: Page[]): Promise<void> {
    for (const one of pages) {
        await one.context().route('**/live/**', (route) => route.abort());
        await one.evaluate(() => {
            for (const source of (window as unknown as { listening: EventSource[] }).listening) {
                source.close();
                source.dispatchEvent(new Event('error'));
            }
        });
    }
}

async function hearsAgain(pages: Page[]): Promise<void> {
    for (const one of pages) {
        await one.context().unroute('**/live/**');
    }
}

async function choose(student: Page, option: string): Promise<void> {
    await student.getByRole('radio', { name: option }).check();
    await student.getByRole('button', { name: say('player.question-view.check') }).click();
    await expect(student.getByText(say('player.question-view.your-answer-has-arrived-your'))).toBeVisible();
}

for (const heard of [true, false]) {
    test(`a whole lesson from the front, ${heard ? 'as it is heard, with a gap in it' : 'where nothing is heard'}`, async ({
        page,
        browser,
    }) => {
        test.setTimeout(heard ? 200_000 : 200_000);
        await signUp(page);
        await publish(page, 'Sea birds');
        const phrase = await giveOut(page, 'Sea birds', names);
        const class6 = await phones(browser, phrase);
        const [ada, bram, cleo, ...others] = class6 as [Page, Page, Page, ...Page[]];
        if (heard) {
            await mayGoDeaf([page, ...class6]);
            await page.reload();
        } else {
            for (const one of [page, ...class6]) {
                await one.context().route('**/live/**', (route) => route.abort());
            }
        }
        await page.getByRole('link', { name: /Sea birds/ }).click();
        await page.getByRole('button', { name: say('teacher.board.from-the-front') }).click();
        await page.getByRole('button', { name: say('teacher.board.lead-from-the-front') }).click();
        await expect(page.getByText(say('teacher.board.come-in'), { exact: true })).toBeVisible();
        const lead = await page.context().newPage();
        await lead.setViewportSize(phone);
        await lead.goto(`${page.url()}/lead`);
        const next = (words: string) => lead.locator('[data-large-key]', { hasText: begins(words) });

        await test.step('students gather, and come to stand on the ground line', async () => {
            for (const student of class6) {
                await student.goto('/me');
                await student.getByRole('button', { name: say('student.together.come-in') }).click();
                await expect(student.getByText(say('player.board.look-at-the-board'))).toBeVisible();
            }
            await expect(page.getByText(say('teacher.board.here', { count: 6 }), { exact: true }).first()).toBeVisible();
            await expect(page.getByText('Ada Brandt')).toBeHidden();
            await page.keyboard.press('n');
            await expect(page.getByText('Ada Brandt')).toBeVisible();
            await isAccessible(page);
            await isAccessible(ada);
        });

        await test.step('a question stands on the board and on each device; the quick have something extra', async () => {
            await next(say('teacher.board.go-to', { part: 'first', number: 1 })).click();
            await expect(page.getByText('Which bird dives?')).toBeVisible();
            for (const [index, student] of [ada, bram, ...others].entries()) {
                await choose(student, index === 1 ? 'Gull' : 'Tern');
            }
            await expect(cleo.getByText('Which bird dives?')).toBeVisible();
            await cleo.getByRole('radio', { name: 'Heron' }).check();
            await expect(page.getByText(say('teacher.board.answered', { answered: 5, here: 6, phase: 'answering' }))).toBeVisible();
            await expect(page.getByText(say('teacher.board.right'), { exact: true })).toBeHidden();
            await isAccessible(ada);
            await ada.getByRole('button', { name: say('player.board.something-extra', { number: 1 }) }).click();
            await expect(ada.getByText('Which is the odd one?')).toBeVisible();
            await lead.getByText(say('teacher.board.still-thinking', { count: 1 })).click();
            await expect(lead.getByText('Cleo Marchetti', { exact: true })).toBeVisible();
            await isAccessible(lead);
        });
        await test.step('answers are closed, and what is right is revealed to all at once', async () => {
            await page.keyboard.press('PageDown');
            await expect(cleo.getByText(say('player.board.answers-are-closed'))).toBeVisible();
            await expect(cleo.getByText(say('player.board.not-sent', { answer: 'Heron' }))).toBeVisible();
            await expect(cleo.getByRole('button', { name: say('player.question-view.check') })).toBeHidden();
            await page.keyboard.press('PageDown');
            await expect(page.getByText(say('teacher.board.right'), { exact: true })).toBeVisible();
            await isAccessible(page);
            await expect(bram.getByText('Not yet.')).toBeVisible();
            // Whoever was at something extra sees it too.
            await expect(ada.getByText('Which bird dives?')).toBeVisible();
            await expect(ada.getByText(say('player.board.look-at-the-board'))).toBeVisible();
        });
        if (heard) {
            // In the middle of the lesson, and for the next three steps, nobody hears anything.
            await goesDeaf([page, lead, ...class6]);
        }
        await test.step('where all have answered, the key reveals', async () => {
            await next(say('teacher.board.go-to', { part: 'stop', number: 2 })).click();
            for (const student of class6) {
                await student.getByRole('textbox').fill('3');
                await student.getByRole('button', { name: say('player.question-view.check') }).click();
            }
            await next(say('teacher.board.next', { kind: 'revealed' })).click();
            await expect(page.getByText(say('teacher.board.right'), { exact: false }).first()).toBeVisible();
        });
        await test.step('a video plays on the board, and devices ask what it asks', async () => {
            await next(say('teacher.board.go-to', { part: 'stop', number: 3 })).click();
            await expect(page.locator('video')).toBeVisible();
            await expect(ada.getByText(say('player.board.look-at-the-board'))).toBeVisible();
            await expect(ada.locator('video')).toBeHidden();
            await next(say('teacher.board.go-to', { part: 'cue', number: 3 })).click();
            for (const student of class6) {
                await choose(student, 'The range');
            }
            await next(say('teacher.board.next', { kind: 'revealed' })).click();
            await expect(ada.getByText(say('player.board.look-at-the-board'))).toBeVisible();
        });
        if (heard) {
            const listens = ada.waitForResponse((reply) => reply.url().includes('/live/') && reply.ok(), { timeout: 30_000 });
            await hearsAgain([page, ...class6]);
            await listens;
        }
        await test.step('a question is put at once', async () => {
            await lead.getByRole('button', { name: begins(say('teacher.board.ask-now')) }).click();
            await lead.getByLabel(say('teacher.board.what-is-asked')).fill('Shall we go on?');
            await isAccessible(lead);
            await lead.getByLabel(say('teacher.board.or-photograph-it')).setInputFiles('docs/screenshots/today.png');
            const photograph = lead.getByRole('button', { name: say('teacher.board.photograph-of-the-blackboard') });
            await photograph.click({ position: { x: 20, y: 20 } });
            await photograph.click({ position: { x: 200, y: 100 } });
            await isAccessible(lead);
            await lead.getByRole('button', { name: say('teacher.board.put-it') }).click();
            await expect(page.getByText('Shall we go on?')).toBeVisible();
            await isAccessible(page);
            for (const student of class6) {
                await expect(student.getByRole('main').getByText('Shall we go on?')).toBeVisible();
                // By a tap on the picture; the options beside it are for whoever does not tap.
                await student.getByTitle(say('player.on-picture.place', { letter: 'B' })).click();
                await expect(student.getByRole('radio', { name: /^B/ })).toBeChecked();
                await student.getByRole('button', { name: say('player.question-view.send') }).click();
            }
            await next(say('teacher.board.next', { kind: 'revealed' })).click();
            await ada.getByRole('button', { name: say('student.together.mood', { mood: 'lost' }) }).click();
            await expect(lead.getByText(say('teacher.board.mood', { with: 0, lost: 1 }))).toBeVisible();
        });
        await test.step('let go on alone, each goes on by itself; gathered again, the front leads', async () => {
            await lead.getByText(say('teacher.board.all-stops')).click();
            await lead.getByRole('button', { name: /4\. Which lasts longest/ }).click();
            await lead.getByRole('button', { name: begins(say('teacher.board.let-go')) }).click();
            await expect(page.getByText(say('teacher.board.each-alone'))).toBeVisible();
            await ada.getByRole('radio', { name: 'The flood' }).check();
            await ada.getByRole('button', { name: say('player.question-view.check') }).click();
            await expect(ada.getByText('Think of the moon.')).toBeVisible();
            await page.keyboard.press('PageDown');
            await expect(ada.getByText('Think of the moon.')).toBeHidden();
            await choose(ada, 'The ebb');
            await page.keyboard.press('r');
            await expect(ada.getByText(say('player.board.look-at-the-board'))).toBeVisible();
        });
        await test.step('the lesson ends, and the task goes on as homework', async () => {
            await next(say('teacher.board.next', { kind: 'ended' })).click();
            await expect(page.getByText(say('teacher.board.it-is-over'))).toBeVisible();
            await isAccessible(page);
            await ada.getByRole('link', { name: say('student.together.go-on-alone') }).click();
            await ada.getByRole('button', { name: say('player.question-view.go-on') }).click();
            await expect(ada.getByText(say('student.round.everything-has-arrived-your-teacher'))).toBeVisible();
            await page.getByRole('link', { name: say('teacher.board.look-back') }).click();
            await expect(page.getByRole('heading', { name: /Sea birds/ })).toBeVisible();
        });
        for (const student of class6) {
            await student.context().close();
        }
    });
}
