import { expect, test } from '@playwright/test';
import { isAccessible, makeQuiz, saved, signInToDemo, signUp } from './helpers';

test('the inspection shows a circle on the picture and mends it with one click', async ({ page }) => {
    await signUp(page);
    await makeQuiz(page, 'Round and round');
    await page.getByRole('button', { name: 'Add the first question' }).click();
    await page.getByLabel('Question', { exact: true }).fill('Which way does the ebb run?');
    await page.getByLabel('Option A', { exact: true }).fill('Out to sea');
    await page.getByLabel('Option A is right').check();
    await page.getByLabel('Option B', { exact: true }).fill('Up the beach');
    await page.getByLabel('Option C', { exact: true }).fill('None of the above');
    await page.getByLabel('When it is not right').fill('Think of the falling water.');
    await saved(page);
    await page.getByRole('button', { name: 'Say “None of the other answers”' }).click();
    await expect(page.getByLabel('Option C', { exact: true })).toHaveValue('None of the other answers');

    await page.getByRole('button', { name: 'Add a reading' }).click();
    await page.getByLabel('Heading').fill('The way back');
    await page.getByLabel('Text', { exact: true }).fill('From here it begins again.');
    await page.getByText('This stop on its way').click();
    await page.getByRole('button', { name: 'Add a fork' }).click();
    await page.getByLabel('When', { exact: true }).selectOption('always');
    await page.getByLabel('Leads to').last().selectOption({ label: '1. Which way does the ebb run?' });
    await expect(page.getByText('can never reach a finish, whatever they answer').first()).toBeVisible();
    await expect(page.getByText('in a circle', { exact: true })).toHaveCount(2);
    await page.getByRole('button', { name: 'Publish', exact: true }).click();
    await expect(page.getByText(/cannot be published yet/)).toBeVisible();
    await page.getByRole('button', { name: 'Take this fork out' }).first().click();
    await expect(page.getByText('in a circle', { exact: true })).toHaveCount(0);
    await saved(page);
    await page.getByRole('button', { name: 'Publish', exact: true }).click();
    await expect(page.getByText('Edition 1 is published.')).toBeVisible();
});

test('the forecast stands beside the picture and on it', async ({ page }) => {
    await signInToDemo(page);
    await page.goto('/quizzes');
    await page.getByRole('link', { name: /Tides at Skerry Bay/ }).click();
    const line = page.getByRole('listitem').filter({ hasText: 'A struggling student needs about' });
    await expect(line).toContainText(/\d+ minutes, \d+ at the 90th percentile; \d+ of 24 will need the video under stop \d/);
    await line.getByRole('button', { name: 'Show on the picture' }).click();
    await expect(page.getByTitle('How often a student comes here in the mean').first()).toBeVisible();
    await isAccessible(page);
    await page.getByRole('button', { name: 'Take it off the picture' }).first().click();
    await expect(page.getByTitle('How often a student comes here in the mean')).toHaveCount(0);
});

test('looking back at a task: sentences, questions, students, needs and videos', async ({ page }) => {
    await signInToDemo(page);
    await page
        .getByRole('link', { name: /Tides at Skerry Bay/ })
        .first()
        .click();
    await page.getByRole('link', { name: 'Look back' }).click();
    await expect(page.getByRole('heading', { name: 'In short' })).toBeVisible();
    for (const heading of [
        'How deep the class went',
        'Questions',
        'Students by questions',
        'Misconceptions and objectives',
        'Groups that need the same',
        'What was watched',
    ]) {
        await expect(page.getByRole('heading', { name: heading, exact: true })).toBeVisible();
    }
    await isAccessible(page);
    const questions = page.getByRole('region', { name: 'Questions', exact: true });
    const shares = async () =>
        (await questions.getByRole('row').locator('td:nth-child(2)').allInnerTexts()).map((words) => Number.parseInt(words, 10));
    await questions.getByRole('button', { name: 'median time' }).click();
    await expect(questions.getByRole('columnheader', { name: 'median time' })).toHaveAttribute('aria-sort', 'ascending');
    expect((await shares()).length).toBeGreaterThan(5);
    await page.getByLabel('Sorted').selectOption('by best score');
    await page.getByRole('button', { name: /^Stop 1/ }).click();
    await expect(page.getByRole('heading', { name: 'First answers' })).toBeVisible();
    await expect(page.getByRole('heading', { name: 'What the rungs did' })).toBeVisible();
    await page.getByRole('button', { name: 'All questions' }).click();
    await page.getByRole('link', { name: 'Bram Oduya' }).click();
    await expect(page.getByRole('heading', { name: 'Bram Oduya' })).toBeVisible();
});
