import { expect, test } from '@playwright/test';
import { isAccessible, makeQuiz, phone, saved, signUp } from './helpers';

test('a new question has the cursor in its text; nothing goes on while saving fails; a link says when it is none', async ({ page }) => {
    await signUp(page);
    await makeQuiz(page, 'At hand');
    await page.getByRole('button', { name: 'Add the first question' }).click();
    await expect(page.getByLabel('Question', { exact: true })).toBeFocused();
    await page.keyboard.type('What is a low tide called?');
    await expect(page.getByLabel('Question', { exact: true })).toHaveValue('What is a low tide called?');
    await saved(page);

    await test.step('what could not be saved is neither published nor rehearsed', async () => {
        await page.route('**/api/quizzes/**', (route) => (route.request().method() === 'POST' ? route.abort() : route.continue()));
        await page.keyboard.type(' And why?');
        await page.getByRole('button', { name: 'Publish', exact: true }).click();
        await expect(page.getByText('What you changed last has not been saved yet')).toBeVisible();
        await page.getByRole('button', { name: 'Rehearse', exact: true }).click();
        await expect(page.getByLabel('Question', { exact: true })).toBeVisible();
        await page.unroute('**/api/quizzes/**');
        await saved(page);
    });
    await test.step('a sound is chosen among sounds', async () => {
        await page.getByText('Pictures, sound and formulas', { exact: true }).click();
        await page.getByText('Add a picture or a sound to the question').click();
        await expect(page.getByLabel('Sound', { exact: true }).last()).toBeVisible();
        await page.getByText('Send a sound of your own').last().click();
        await expect(page.getByText('MP3, OGG, WAV, M4A or FLAC').last()).toBeVisible();
    });
    await test.step('on a ladder nothing leads elsewhere, and a link is completed or told to be none', async () => {
        await page.getByLabel('Other kinds of rung', { exact: true }).selectOption({ label: 'Exercise' });
        await page.getByRole('button', { name: 'Add the chosen kind of rung', exact: true }).click();
        const link = page.getByLabel('Link, if it is elsewhere');
        await link.fill('school.example/page');
        await expect(page.getByText('This is no address of a page')).toHaveCount(0);
        await link.fill('no address');
        await expect(page.getByText('This is no address of a page')).toBeVisible();
        await link.fill('https://school.example/page');
        await saved(page);
    });
    await page.setViewportSize(phone);
    await page.getByRole('button', { name: /^Stop 1/ }).click();
    await expect(page.getByRole('button', { name: 'Back to the picture' })).toBeInViewport();
    await isAccessible(page);
});
