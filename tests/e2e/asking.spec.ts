import { expect } from '@playwright/test';
import { enter, giveOut, isAccessible, makeQuiz, phone, saved, signUp, writeChoice } from './helpers';
import { test } from './test';
import { say } from './words';

test('a student asks whether a question is right, the teacher answers from Today, and the answer comes back', async ({ page, browser }) => {
    await signUp(page);
    await makeQuiz(page, 'Ebb and flow');
    await writeChoice(page, 'Which way does the ebb run?', ['Out', 'In']);
    await saved(page);
    const at = page.url();
    await page.getByRole('button', { name: say('build.build.publish'), exact: true }).click();
    await expect(page.getByText(say('build.build.edition-is-published', { edition: 1 }))).toBeVisible();
    const phrase = await giveOut(page, 'Ebb and flow', ['Ada', 'Bram']);
    const ada = await enter(browser, phrase, 'Ada');
    await ada.getByRole('button', { name: say('student.own.start') }).click();
    const field = ada.getByLabel(say('player.ask.what-is-not-right'));

    await test.step('what is typed stays when sending fails, and while the question goes through its tries', async () => {
        await ada.getByText(say('player.ask.ask-about-this-question')).click();
        await field.fill('In the harbour it runs in.');
        await ada.route('**/conversations', (route) => (route.request().method() === 'POST' ? route.abort() : route.continue()));
        await ada.getByRole('button', { name: say('player.ask.ask') }).click();
        await expect(field).toHaveValue('In the harbour it runs in.');
        await ada.unroute('**/conversations');
        await ada.getByRole('radio', { name: 'In', exact: true }).check();
        await ada.getByRole('button', { name: say('player.question-view.check') }).click();
        await expect(ada.getByText(say('player.verdict.not-yet')).first()).toBeVisible();
        await expect(field).toHaveValue('In the harbour it runs in.');
        await field.fill('');
        await expect(field).toBeVisible();
        await field.fill('In the harbour it runs in. Is that wrong?');
        await isAccessible(ada);
        await ada.getByRole('button', { name: say('player.ask.ask') }).click();
        await expect(ada.getByText(say('player.ask.you-have-asked', { settled: 'no' }))).toBeVisible();
    });
    await test.step('it stands in Today and at the question; another student knows nothing of it', async () => {
        await page.goto('/today');
        const card = page.getByRole('article').filter({ hasText: 'In the harbour it runs in. Is that wrong?' });
        await expect(card).toHaveCount(1);
        await isAccessible(page);
        await page.goto(at);
        await page.getByRole('button', { name: new RegExp(`^${say('cutaway.stop', { number: 1 })}`) }).click();
        await expect(card).toBeVisible();
        await isAccessible(page);
        const bram = await enter(browser, phrase, 'Bram');
        await bram.getByRole('button', { name: say('student.own.start') }).click();
        await expect(bram.getByText(say('player.ask.ask-about-this-question'))).toBeVisible();
        await bram.context().close();
    });
    await test.step('closed by mistake, it is opened again; answered by keyboard alone', async () => {
        await page.goto('/today');
        await page.getByRole('button', { name: say('teacher.messages.close') }).click();
        await expect(page.getByRole('article')).toHaveCount(0);
        await page.getByRole('button', { name: say('teacher.messages.open-again') }).click();
        await page.getByLabel(say('teacher.messages.answer-to', { name: 'Ada' })).focus();
        await page.keyboard.type('Well seen: the harbour fills from behind.');
        await page.keyboard.press('Tab');
        await page.keyboard.press('Enter');
        await expect(page.getByRole('article')).toHaveCount(0);
    });
    await test.step('the answer stands on the own page and at the question, until it was seen', async () => {
        await ada.goto('/me');
        await expect(ada.getByText('Well seen: the harbour fills from behind.')).toBeVisible();
        await isAccessible(ada);
        const seen = ada.waitForResponse((response) => response.url().endsWith('/seen'));
        await ada.getByRole('button', { name: say('student.own.go-on-where-you-were') }).click();
        await expect(ada.getByText('Well seen: the harbour fills from behind.')).toBeVisible();
        await seen;
        await ada.goto('/me');
        await expect(ada.getByRole('heading', { name: say('student.own.hello', { name: 'Ada' }) })).toBeVisible();
        await expect(ada.getByText('Well seen: the harbour fills from behind.')).toBeHidden();
        await ada.getByText(say('student.own.what-you-asked', { n: 1 })).click();
        await expect(ada.getByText('Well seen: the harbour fills from behind.')).toBeVisible();
        await isAccessible(ada);
    });
    await test.step('whoever rehearses asks the same way', async () => {
        await page.goto(`${at.split('?')[0]}/rehearse`);
        await page.getByText(say('player.ask.ask-about-this-question')).click();
        await page.getByLabel(say('player.ask.what-is-not-right')).fill('Look up the harbour.');
        await page.getByRole('button', { name: say('player.ask.ask') }).click();
        await expect(page.getByText(say('player.ask.you-have-asked', { settled: 'no' }))).toBeVisible();
        await page.setViewportSize(phone);
        await page.goto('/today');
        await expect(page.getByText(say('teacher.messages.yourself'))).toBeVisible();
        expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
        await isAccessible(page);
    });
});
