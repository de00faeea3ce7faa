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
    const students = page.getByRole('region', { name: 'Students by questions' });
    await students.getByRole('button', { name: 'best' }).click();
    await expect(students.getByRole('columnheader', { name: 'best' })).toHaveAttribute('aria-sort', 'ascending');
    await page.getByRole('switch', { name: 'Names' }).click();
    await expect(page.getByText('Bram Oduya')).toHaveCount(0);
    await expect(students.getByRole('link', { name: 'Student 1', exact: true })).toBeVisible();
    await page.getByRole('switch', { name: 'Names' }).click();
    await page.getByRole('button', { name: /^Stop 1/ }).click();
    await expect(page.getByRole('heading', { name: 'First answers' })).toBeVisible();
    await expect(page.getByRole('heading', { name: 'What the rungs did' })).toBeVisible();
    await page.getByRole('button', { name: 'All questions' }).click();
    await students.getByRole('link', { name: 'Bram Oduya' }).click();
    await expect(page.getByRole('heading', { name: 'Bram Oduya' })).toBeVisible();
});

test('a likely slip of the pen is mended or left, and what is left stays left', async ({ page }) => {
    await signUp(page);
    await makeQuiz(page, 'On spelling');
    await page.getByRole('button', { name: 'Add the first question' }).click();
    await page.getByLabel('Question', { exact: true }).fill('Wich basin is seperate from the wierly pool?');
    await saved(page);
    await page.getByRole('button', { name: 'Write “Which”' }).click();
    await page.getByRole('button', { name: 'Write “separate”' }).click();
    await expect(page.getByLabel('Question', { exact: true })).toHaveValue('Which basin is separate from the wierly pool?');
    await page.getByLabel('Question', { exact: true }).fill('Which basin is separate from the weirdd pool?');
    const note = page.locator('aside').getByRole('listitem').filter({ hasText: '“weirdd” may be a slip of the pen' });
    await note.getByRole('button', { name: 'Leave it' }).click();
    await expect(note).toHaveCount(0);
    await saved(page);

    await page.reload();
    await page.getByRole('heading', { name: 'On spelling' }).click();
    await expect(page.getByText('Left as it is: 1')).toBeVisible();
    await page.getByText('Left as it is: 1').click();
    await page.getByRole('button', { name: 'Tell me again' }).click();
    await expect(page.getByText(/^Left as it is/)).toHaveCount(0);
    await expect(page.getByText('“weirdd” may be a slip of the pen', { exact: false })).toBeVisible();
    await page.getByLabel('From age').fill('11');
    await page.getByLabel('Language').selectOption('Deutsch');
    await saved(page);
    await expect(page.getByText('“weirdd” may be a slip of the pen', { exact: false })).toHaveCount(0);
    await page.reload();
    await expect(page.getByLabel('From age')).toHaveValue('11');
});

test('what to expect of a class is told under the terms a quiz is given with', async ({ page }) => {
    await signInToDemo(page);
    await page.getByRole('link', { name: 'Classes' }).click();
    await page.getByRole('link', { name: /Year 8 Geography/ }).click();
    await page.getByLabel('Give out a quiz').selectOption({ label: 'Tides at Skerry Bay' });
    await page.getByRole('button', { name: 'Give it otherwise' }).click();
    await page.getByRole('button', { name: 'How long will it take?' }).click();
    const expected = page.getByRole('region', { name: 'What to expect' });
    await expect(expected.getByText(/A struggling student needs about \d+ minutes.* will need the video/)).toBeVisible();
    await expect(expected.getByText(/A student of this class needs about/)).toBeVisible();
    await page.getByLabel('Purpose').selectOption('exit-check');
    await expect(expected.getByText(/A struggling student needs about \d+ minutes/)).toBeVisible();
    await expect(expected.getByText(/will need the video/)).toHaveCount(0);
});

test('a task shows how deep the class went wherever it is named', async ({ page }) => {
    await signInToDemo(page);
    const task = page.getByRole('link', { name: /Tides at Skerry Bay/ }).first();
    await expect(task.getByRole('img', { name: /^Deepest at stop \d: \d\.\d of \d rungs in the mean\.$/ })).toBeVisible();
    await isAccessible(page);
});
