import { type Browser, expect, type Page } from '@playwright/test';
import { ulid } from '../../resources/js/ui/ulid';
import { giveOut, isAccessible, makeQuiz, phone, post, saved, signUp } from './helpers';
import { test } from './test';
import { begins, say } from './words';

/** A phone with a student on it who came in by name alone, as an exit check lets them. */
async function byName(browser: Browser, phrase: string, name: string): Promise<Page> {
    const student = await (await browser.newContext({ viewport: phone, hasTouch: true, locale: 'en-GB' })).newPage();
    await student.goto('/join');
    await student.getByLabel(say('student.entry.your-class-phrase')).fill(phrase);
    await student.getByRole('button', { name: say('student.entry.find-my-class') }).click();
    await student.getByLabel(say('student.entry.your-name-as-your-teacher')).fill(name);
    await student.getByRole('button', { name: say('student.entry.go-in') }).click();
    return student;
}

test('an exit check: begun from a pattern, answered on a phone, and told of in its own short view', async ({ page, browser }) => {
    await signUp(page);
    await makeQuiz(page, 'Waders');
    await page.getByRole('button', { name: begins(say('quiz.pattern.name.exit-check')) }).click();
    await saved(page);
    await test.step('its drill is left out: what remains is how it feels and what is wanted again', async () => {
        const address = new URL(page.url()).pathname;
        const { version, document } = (await (await page.request.get(`/api${address}`)).json()) as {
            version: number;
            document: { stops: { id: string; kind: string }[] };
        };
        expect(document.stops.map(({ kind }) => kind)).toEqual(['question', 'drill', 'question']);
        const edits = [{ do: 'remove', at: document.stops[1]?.id }];
        await post(page, `${address}/changes`, { data: { id: ulid(), version, label: 'Shorter', edits } });
        await post(page, `${address}/editions`, {});
    });
    const phrase = await giveOut(page, 'Waders', ['Ada', 'Bram']);
    const group = page.url();
    await page.getByRole('link', { name: say('teacher.exit-check.exit-checks') }).click();
    await expect(page.getByText(say('teacher.exit-check.answered', { n: 0 }))).toBeVisible();

    for (const [name, how, words] of [
        ['Ada', say('quiz.pattern.i-want-it-again'), 'the long beak of the curlew'],
        ['Bram', say('quiz.pattern.i-want-it-again'), 'Why has the curlew such a beak?'],
    ] as const) {
        const student = await byName(browser, phrase, name);
        await student.getByRole('button', { name: say('student.own.start') }).click();
        await student.getByText(how).click();
        await student.getByRole('button', { name: say('player.question-view.send') }).click();
        await student.getByRole('button', { name: say('player.question-view.go-on') }).click();
        await student.getByRole('textbox').fill(words);
        await student.getByRole('button', { name: say('player.question-view.done'), exact: true }).click();
        await student.getByRole('button', { name: say('player.question-view.go-on') }).click();
        await expect(student.getByText(say('student.round.everything-has-arrived-your-teacher'))).toBeVisible();
    }

    await page.goto(`${group}/exit-checks`);
    await expect(page.getByText(say('teacher.exit-check.again', { n: 2 }))).toBeVisible();
    await expect(page.getByText(say('teacher.exit-check.alike', { n: 2 }))).toBeVisible();
    await isAccessible(page);
    await test.step('for the class, names are covered', async () => {
        await page.getByText(say('ui.covers.for-the-class')).click();
        await expect(page.getByText('Bram')).toHaveCount(0);
        await page.getByText(say('ui.covers.for-me')).click();
    });
    await page.setViewportSize(phone);
    expect(await page.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth)).toBe(true);
    await isAccessible(page);
    await page.getByRole('link', { name: say('teacher.follow-up.follow-up', { students: 2 }) }).press('Enter');
    await expect(page.getByRole('heading', { name: say('teacher.follow-up.title') })).toBeVisible();
});
