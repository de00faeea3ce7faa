import { expect } from '@playwright/test';
import { chooseKind, enter, giveOut, hint, makeQuiz, saved, signUp } from './helpers';
import { test } from './test';
import { say } from './words';

test('a lost connection, a second device and the teacher’s own are told and lose nothing', async ({ page, browser }) => {
    await signUp(page);
    await makeQuiz(page, 'Far out');
    await page.getByRole('button', { name: say('build.build.add-the-first-question') }).click();
    await chooseKind(page, 'short-text');
    await page.getByLabel(say('build.question-editor.question'), { exact: true }).fill('What is falling water called?');
    await page.getByLabel(say('build.question-editor.entry', { kind: 'accepted', name: 1 }), { exact: true }).fill('ebb');
    await hint(page, 1, 'Three letters.');
    await saved(page);

    await test.step('the teacher’s typing survives a lost connection', async () => {
        await page.route('**/api/quizzes/**', (route) => route.abort());
        await hint(page, 1, 'Three letters, two the same.');
        await expect(page.getByText(say('build.build.kept-on-this-device-saving'))).toBeVisible();
        await page.unroute('**/api/quizzes/**');
        await saved(page);
    });
    await page.getByRole('button', { name: say('build.build.publish') }).click();
    await expect(page.getByText(say('build.build.edition-is-published', { edition: 1 }))).toBeVisible();
    const phrase = await giveOut(page, 'Far out', ['Cleo Marchetti']);

    const phone = await enter(browser, phrase, 'cleo marchetti');
    await phone.getByRole('button', { name: say('student.own.start') }).click();

    await test.step('an answer given without a connection waits on the phone and is sent once', async () => {
        await phone.getByLabel(say('player.typed.your-answer')).fill('flood');
        await phone.context().setOffline(true);
        await phone.getByRole('button', { name: say('player.question-view.check') }).click();
        await expect(phone.getByText(say('student.round.there-is-no-connection-just'))).toBeVisible();
        await phone.context().setOffline(false);
        await expect(phone.getByText('Three letters, two the same.')).toBeVisible({ timeout: 15_000 });
    });
    await test.step('a reply that got lost is asked for again, and counts once', async () => {
        await phone.getByRole('button', { name: say('player.question-view.try-it-again') }).click();
        let lost = 0;
        await phone.route('**/events', async (route) => {
            if (lost++ === 0) {
                await route.fetch();
                await route.abort();
            } else {
                await route.continue();
            }
        });
        await phone.getByLabel(say('player.typed.your-answer')).fill('tide');
        await phone.getByRole('button', { name: say('player.question-view.check') }).click();
        await expect.poll(() => lost, { timeout: 15_000 }).toBeGreaterThan(1);
        await expect(phone.getByText(say('student.round.there-is-no-connection-just'))).toHaveCount(0);
        await expect(phone.getByLabel(say('player.typed.your-answer'))).toBeEnabled();
    });
    await test.step('a crash in between loses nothing', async () => {
        await phone.unroute('**/events');
        await phone.route('**/events', (route) => route.abort());
        await phone.getByLabel(say('player.typed.your-answer')).fill('EBB');
        await phone.getByRole('button', { name: say('player.question-view.check') }).click();
        await expect(phone.getByText(say('student.round.there-is-no-connection-just'))).toBeVisible();
        await phone.unroute('**/events');
        await phone.reload();
        await expect(phone.getByText(say('player.verdict.right'))).toBeVisible({ timeout: 15_000 });
    });
    await test.step('a second device stands at the same place; the first is told when it is behind', async () => {
        const tablet = await enter(browser, phrase, 'Cleo Marchetti', false);
        await tablet.getByRole('button', { name: say('student.own.go-on-where-you-were') }).click();
        await tablet.getByRole('button', { name: say('player.player.go-on') }).click();
        await expect(tablet.getByText(say('student.round.everything-has-arrived-your-teacher'))).toBeVisible();
        await phone.getByRole('button', { name: say('player.player.go-on') }).click();
        await expect(phone.getByText(say('problem.round.stale'))).toBeVisible();
        await expect(phone.getByText(say('student.round.everything-has-arrived-your-teacher'))).toBeVisible();
    });
    await test.step('each answer is there once', async () => {
        await page.getByRole('link', { name: /Far out/ }).click();
        await page.getByRole('link', { name: 'Cleo Marchetti' }).click();
        await expect(page.getByText('“flood”')).toHaveCount(1);
        await expect(page.getByText('“tide”')).toHaveCount(1);
        await expect(page.getByText('“EBB”')).toHaveCount(1);
    });
});
