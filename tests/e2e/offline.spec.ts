import { type Browser, expect, type Page } from '@playwright/test';
import { comeIn, giveOut, isAccessible, makeQuiz, phone, saved, signUp, writeChoice } from './helpers';
import { test } from './test';
import { asks, givenVideo, short, takeIn } from './videos';
import { begins, say } from './words';

test.use({ serviceWorkers: 'allow' });

const optionOf = (name: string) => say('build.question-editor.entry', { kind: 'option', name });

/** A phone on which the application has come to stay. */
async function settled(browser: Browser, phrase: string, name: string): Promise<Page> {
    const context = await browser.newContext({ viewport: phone, hasTouch: true, locale: 'en-GB', serviceWorkers: 'allow' });
    const page = await context.newPage();
    await comeIn(page, phrase, name, true, 'limpet');
    await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
    return page;
}

const naturalWidth = (page: Page) =>
    page.getByRole('img', { name: 'A tide gauge' }).evaluate((picture: HTMLImageElement) => picture.naturalWidth);

/** A check of three questions, the last with a picture, given to two; and practice beside it. Gives the class's phrase. */
async function given(page: Page): Promise<string> {
    await signUp(page);
    await makeQuiz(page, 'On the ferry');
    await writeChoice(page, 'Which way does the flood run?', ['in', 'out']);
    for (const [question, options] of [
        ['Which way does the ebb run?', ['out', 'in']],
        ['What does this show?', ['a gauge', 'a buoy']],
    ] as const) {
        await page.getByRole('button', { name: say('build.build.add-a', { stop: 'question' }) }).click();
        await page.getByLabel(say('build.question-editor.question'), { exact: true }).fill(question);
        for (const [index, option] of options.entries()) {
            await page.getByLabel(optionOf('AB'.charAt(index)), { exact: true }).fill(option);
        }
        await page.getByLabel(say('build.question-editor.is-right', { label: optionOf('A') })).check();
    }
    await page.getByLabel(say('build.question-editor.question'), { exact: true }).focus();
    await page.keyboard.press('Control+End');
    await page.keyboard.press('Alt+i');
    await page.getByRole('menuitem', { name: say('build.insert-menu.medium', { kind: 'picture' }) }).click();
    await page.locator('input[type=file]').setInputFiles('docs/screenshots/today.png');
    await page.getByLabel(say('build.rich-field.in-words'), { exact: true }).fill('A tide gauge');
    await saved(page);
    await page.getByRole('button', { name: say('build.build.publish') }).click();
    await expect(page.getByText(say('build.build.edition-is-published', { edition: 1 }))).toBeVisible();
    return giveOut(page, 'On the ferry', ['Ada Brandt', 'Ben Castellan'], async () => {
        await page.getByLabel(say('teacher.terms-editor.purpose')).selectOption('check');
    });
}

test('a round that is handed in whole is done without a connection, from its first question to handing it in', async ({
    page,
    browser,
}) => {
    test.setTimeout(180_000);
    const phrase = await given(page);
    const ada = await settled(browser, phrase, 'Ada Brandt');
    await ada.getByRole('button', { name: say('student.own.start') }).click();
    await expect(ada.getByText('Which way does the flood run?')).toBeVisible();
    // All of it is there by now, pictures too.
    await expect.poll(() => ada.evaluate(async () => (await (await caches.open('pictures')).keys()).length)).toBe(1);
    await ada.context().setOffline(true);
    const keep = ada.getByRole('button', { name: say('player.question-view.keep-this-answer') });

    await test.step('each answer leads on, and it is told that nothing is lost', async () => {
        await ada.getByText('in', { exact: true }).click();
        await keep.click();
        await expect(ada.getByText('Which way does the ebb run?')).toBeVisible();
        await expect(ada.getByText(say('student.round.no-connection-go-on'))).toBeVisible();
        await ada.getByText('in', { exact: true }).click();
        await keep.click();
        await expect(ada.getByText('What does this show?')).toBeVisible();
        await expect.poll(() => naturalWidth(ada)).toBeGreaterThan(0);
        await isAccessible(ada);
    });
    await test.step('the page opens anew without a connection, where one was', async () => {
        await ada.reload();
        await expect(ada.getByText('What does this show?')).toBeVisible();
        await expect(ada.getByText(say('student.round.no-connection-go-on'))).toBeVisible();
        await expect.poll(() => naturalWidth(ada)).toBeGreaterThan(0);
        await ada.getByText('a gauge', { exact: true }).click();
        await keep.click();
        await expect(ada.getByText(say('player.overview.every-question-has-an-answer'), { exact: false })).toBeVisible();
    });
    await test.step('an answer is looked at and changed, and what was given stands there', async () => {
        await ada.getByRole('button', { name: begins(say('cutaway.stop', { number: 2 })) }).click();
        await expect(ada.getByRole('radio', { name: 'in', exact: true })).toBeChecked();
        await ada.getByText('out', { exact: true }).click();
        await keep.click();
        await expect(ada.getByText(say('player.overview.every-question-has-an-answer'), { exact: false })).toBeVisible();
    });
    await test.step('the own page opens too, says of when it is, and leads back', async () => {
        await ada.goto('/me');
        await expect(ada.getByText(begins(say('student.own.no-connection', { when: '' }).replace(/ \.$/, '')))).toBeVisible();
        await isAccessible(ada);
        await ada.getByRole('button', { name: say('student.own.go-on-where-you-were') }).click();
        await expect(ada.getByText(say('player.overview.every-question-has-an-answer'), { exact: false })).toBeVisible();
    });
    await test.step('it is handed in, and arrives as soon as there is a connection', async () => {
        await ada.getByRole('button', { name: say('player.overview.hand-it-all-in') }).click();
        await expect(ada.getByText(say('student.round.handed-in-here'))).toBeVisible();
        await isAccessible(ada);
        await ada.context().setOffline(false);
        await expect(ada.getByText(say('student.round.everything-has-arrived-your-teacher'))).toBeVisible({ timeout: 20_000 });
    });
    await test.step('the teacher has what was answered at last', async () => {
        await page.getByRole('link', { name: /On the ferry/ }).click();
        await page.getByRole('link', { name: 'Ada Brandt' }).first().click();
        await expect(page.getByText('“out”')).toHaveCount(1);
    });
    await test.step('whoever leaves leaves nothing for the next', async () => {
        await ada.goto('/me');
        await ada.getByRole('button', { name: say('student.own.leave') }).click();
        await expect(ada.getByLabel(say('student.entry.your-class-phrase'))).toBeVisible();
        expect(await ada.evaluate(() => caches.has('pictures'))).toBe(false);
        await ada.context().setOffline(true);
        await ada.goto('/me');
        await expect(ada.getByText(say('ui.client.there-is-no-connection-to'))).toBeVisible();
        await expect(ada.getByText('Ada')).toHaveCount(0);
    });
    await ada.context().close();
});

test('a video of such a round is on the device too: it plays, stops and asks without a connection', async ({ page, browser }) => {
    test.setTimeout(180_000);
    await signUp(page);
    const film = await takeIn(page, short, 'file');
    const cues = [asks(3, 'What comes in?'), asks(6, 'What goes out?')];
    const phrase = await givenVideo(page, 'A film on the ferry', film, ['Ada Brandt'], { cues }, async () => {
        await page.getByLabel(say('teacher.terms-editor.purpose')).selectOption('check');
    });
    const ada = await settled(browser, phrase, 'Ada Brandt');
    await ada.getByRole('button', { name: say('student.own.start') }).click();
    await expect(ada.getByText(say('player.video-view.the-video-stops-for', { open: 2 }))).toBeVisible();
    // A small one is loaded by itself, whole.
    const kept = () =>
        ada.evaluate(async () => {
            const names = (await caches.keys()).filter((name) => name.startsWith('videos'));
            return (await Promise.all(names.map(async (name) => (await (await caches.open(name)).keys()).length))).join();
        });
    await expect.poll(kept).toBe('1');
    const keep = ada.getByRole('button', { name: say('player.question-view.keep-this-answer') });
    await ada.context().setOffline(true);
    await test.step('also after the page was loaded anew', async () => {
        await ada.reload();
        await expect(ada.getByRole('slider').first()).toHaveAttribute('max', /^28/);
        await expect(ada.getByText(say('student.round.no-connection-go-on'))).toBeVisible();
        await ada.getByRole('button', { name: say('player.video-player.play') }).click();
        await expect(ada.getByText('What comes in?')).toBeVisible({ timeout: 15_000 });
        await isAccessible(ada);
        await ada.getByLabel('Flood').check();
        await keep.click();
        await expect(ada.getByText(say('player.video-view.the-video-stops-for', { open: 1 }))).toBeVisible();
        await ada.getByRole('button', { name: say('player.video-player.play') }).click();
        await expect(ada.getByText('What goes out?')).toBeVisible({ timeout: 15_000 });
        await ada.getByLabel('Flood').check();
        await keep.click();
        await ada.getByRole('button', { name: say('player.player.go-on') }).click();
        await ada.getByRole('button', { name: say('player.overview.hand-it-all-in') }).click();
        await expect(ada.getByText(say('student.round.handed-in-here'))).toBeVisible();
    });
    await test.step('all of it arrives, and the device has its room back', async () => {
        await ada.context().setOffline(false);
        await expect(ada.getByText(say('student.round.everything-has-arrived-your-teacher'))).toBeVisible({ timeout: 20_000 });
        await expect.poll(kept).toBe('');
    });
    await page.getByRole('link', { name: /A film on the ferry/ }).click();
    await page.getByRole('link', { name: 'Ada Brandt' }).first().click();
    await expect(page.getByText('“Flood”')).toHaveCount(2);
    await page.getByText(say('teacher.student.step-by-step')).click();
    await expect(page.getByText(/watched 0:0[0] to 0:0[36]/).first()).toBeVisible();
});
