import { expect, test } from '@playwright/test';
import { enter, giveOut, makeQuiz, saved, signUp } from './helpers';

test('a lost connection, a second device and the teacher’s own are told and lose nothing', async ({ page, browser }) => {
    await signUp(page);
    await makeQuiz(page, 'Far out');
    await page.getByRole('button', { name: 'Add the first question' }).click();
    await page.getByLabel('Kind', { exact: true }).selectOption({ label: 'Short text' });
    await page.getByLabel('Question', { exact: true }).fill('What is falling water called?');
    await page.getByLabel('Answer 1 is').selectOption('right');
    await page.getByLabel('Accepted answer 1', { exact: true }).fill('ebb');
    await page.getByRole('button', { name: 'Add hint', exact: true }).click();
    await page.getByLabel('Hint', { exact: true }).fill('Three letters.');
    await saved(page);

    await test.step('the teacher’s typing survives a lost connection', async () => {
        await page.route('**/api/quizzes/**', (route) => route.abort());
        await page.getByLabel('Hint', { exact: true }).fill('Three letters, two the same.');
        await expect(page.getByText('Kept on this device; saving again soon')).toBeVisible();
        await page.unroute('**/api/quizzes/**');
        await saved(page);
    });
    await page.getByRole('button', { name: 'Publish' }).click();
    await expect(page.getByText('Edition 1 is published.')).toBeVisible();
    const phrase = await giveOut(page, 'Far out', ['Cleo Marchetti']);

    const phone = await enter(browser, phrase, 'cleo marchetti');
    await phone.getByRole('button', { name: 'Start' }).click();

    await test.step('an answer given without a connection waits on the phone and is sent once', async () => {
        await phone.getByLabel('Your answer').fill('flood');
        await phone.context().setOffline(true);
        await phone.getByRole('button', { name: 'Check' }).click();
        await expect(phone.getByText('There is no connection just now.')).toBeVisible();
        await phone.context().setOffline(false);
        await expect(phone.getByText('Three letters, two the same.')).toBeVisible({ timeout: 15_000 });
    });
    await test.step('a reply that got lost is asked for again, and counts once', async () => {
        await phone.getByRole('button', { name: 'Try it again' }).click();
        let lost = 0;
        await phone.route('**/events', async (route) => {
            if (lost++ === 0) {
                await route.fetch();
                await route.abort();
            } else {
                await route.continue();
            }
        });
        await phone.getByLabel('Your answer').fill('tide');
        await phone.getByRole('button', { name: 'Check' }).click();
        await expect.poll(() => lost, { timeout: 15_000 }).toBeGreaterThan(1);
        await expect(phone.getByText('There is no connection just now.')).toHaveCount(0);
        await expect(phone.getByLabel('Your answer')).toBeEnabled();
    });
    await test.step('a crash in between loses nothing', async () => {
        await phone.unroute('**/events');
        await phone.route('**/events', (route) => route.abort());
        await phone.getByLabel('Your answer').fill('EBB');
        await phone.getByRole('button', { name: 'Check' }).click();
        await expect(phone.getByText('There is no connection just now.')).toBeVisible();
        await phone.unroute('**/events');
        await phone.reload();
        await expect(phone.getByText('Right.')).toBeVisible({ timeout: 15_000 });
    });
    await test.step('a second device stands at the same place; the first is told when it is behind', async () => {
        const tablet = await enter(browser, phrase, 'Cleo Marchetti', false);
        await tablet.getByRole('button', { name: 'Go on where you were' }).click();
        await tablet.getByRole('button', { name: 'Go on' }).click();
        await expect(tablet.getByText('Everything has arrived.')).toBeVisible();
        await phone.getByRole('button', { name: 'Go on' }).click();
        await expect(phone.getByText('You went on elsewhere in the meantime.')).toBeVisible();
        await expect(phone.getByText('Everything has arrived.')).toBeVisible();
    });
    await test.step('each answer is there once', async () => {
        await page.getByRole('link', { name: /Far out/ }).click();
        await page.getByRole('link', { name: 'Cleo Marchetti' }).click();
        await expect(page.getByText('answered “flood”')).toHaveCount(1);
        await expect(page.getByText('answered “tide”')).toHaveCount(1);
        await expect(page.getByText('answered “EBB”')).toHaveCount(1);
    });
});
