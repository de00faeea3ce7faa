import { expect, type Page, test } from '@playwright/test';
import { enter, giveOut, isAccessible, makeQuiz, saved, signUp } from './helpers';

/** Fills in a question with a ladder of a hint and a reading, as a teacher does. */
async function writeQuestion(page: Page): Promise<void> {
    await page.getByRole('button', { name: 'Add the first question' }).click();
    await page.getByLabel('Question', { exact: true }).fill('Which way does the ebb run?');
    await page.getByLabel('Option A', { exact: true }).fill('Out to sea');
    await page.getByLabel('Option A is right').check();
    await page.getByLabel('Option B', { exact: true }).fill('Up the beach');
    await page.getByLabel('Option C', { exact: true }).fill('Along the shore');
    await page.getByLabel('When it is right').fill('The ebb runs out.');
    await page.getByLabel('When it is not right').fill('Think of the falling water.');
    await page.getByText('What follows').nth(2).click();
    await page.getByLabel('Feedback to this answer').nth(2).fill('That is the drift.');
    await page.getByRole('button', { name: 'Add hint', exact: true }).click();
    await page.getByLabel('Hint', { exact: true }).fill('The level sinks. Where does the water go?');
    await page.getByRole('button', { name: 'Back to the question above it' }).click();
    await page.getByRole('button', { name: 'Add reading', exact: true }).click();
    await page.getByLabel('Heading').fill('Ebb and flood');
    await page.getByLabel('Text', { exact: true }).fill('Flood comes in, ebb goes out.');
    await page.getByRole('button', { name: 'Back to the question above it' }).click();
    await saved(page);
}

test('a quiz from the first word to the teacher’s figures', async ({ page, browser }) => {
    await signUp(page);
    await makeQuiz(page, 'Ebb and flood');
    await writeQuestion(page);

    await test.step('an unready quiz says why, at the place', async () => {
        await page.getByRole('button', { name: 'Add a question' }).click();
        await page.getByLabel('Kind', { exact: true }).selectOption({ label: 'Number' });
        await page.getByLabel('Question', { exact: true }).fill('How many high tides has a day?');
        await page.getByRole('button', { name: 'Publish' }).click();
        await expect(page.getByText('This quiz cannot be published yet. No accepted answer has been given yet.')).toBeVisible();
        await expect(page.getByRole('heading', { name: 'Stop 2' })).toBeVisible();
        await page.getByLabel('Answer 1 is').selectOption('right');
        await page.getByLabel('Accepted answer 1', { exact: true }).fill('2');
        await saved(page);
    });

    await test.step('what was typed is there after a reload', async () => {
        await page.reload();
        await page.getByRole('button', { name: /Stop 1: Which way/ }).click();
        await expect(page.getByLabel('When it is right')).toHaveValue('The ebb runs out.');
        await expect(page.getByRole('button', { name: /Rung 2, Reading: Ebb and flood/ })).toBeVisible();
        await isAccessible(page);
    });

    await test.step('a rehearsal walks it as a student would', async () => {
        await page.getByRole('button', { name: 'Rehearse from here' }).click();
        await page.getByLabel('Up the beach').check();
        await page.getByRole('button', { name: 'Check' }).click();
        await expect(page.getByRole('main').getByText('The level sinks. Where does the water go?').first()).toBeVisible();
        await isAccessible(page);
        await page.getByRole('button', { name: 'Try it again' }).click();
        await page.getByLabel('Out to sea').check();
        await page.getByRole('button', { name: 'Check' }).click();
        await page.getByRole('button', { name: 'Go on' }).click();
        await page.getByLabel('Your answer, a number').fill('2');
        await page.getByRole('button', { name: 'Check' }).click();
        await page.getByRole('button', { name: 'Go on' }).click();
        await expect(page.getByRole('heading', { name: 'You have reached the end' })).toBeVisible();
        await page.getByRole('link', { name: 'Back to building' }).click();
    });

    await page.getByRole('button', { name: 'Publish' }).click();
    await expect(page.getByText('Edition 1 is published.')).toBeVisible();
    const phrase = await giveOut(page, 'Ebb and flood', ['Ada Brandt', 'Bram Oduya']);
    await expect(page.getByAltText(/QR code/)).toBeVisible();
    await isAccessible(page);
    await page.getByRole('link', { name: /Ebb and flood/ }).click();
    await expect(page.getByText('0 of 2 began')).toBeVisible();

    const ada = await enter(browser, phrase, 'Ada Brandt');
    await test.step('a student slips, climbs back, and is told apart how far and how it goes', async () => {
        await isAccessible(ada);
        await ada.getByRole('button', { name: 'Start' }).click();
        await ada.getByLabel('Along the shore').check();
        await ada.getByRole('button', { name: 'Check' }).click();
        await expect(ada.getByText('That is the drift.')).toBeVisible();
        await expect(ada.getByText('Which way does the ebb run?')).toBeVisible();
        await isAccessible(ada);
    });
    await test.step('the teacher sees it within three seconds', async () => {
        await expect(page.getByRole('cell', { name: 'on the ladder' })).toBeVisible({ timeout: 3000 });
        await expect(page.getByTitle('Ada Brandt, on the ladder')).toBeVisible();
    });
    await test.step('a reload loses nothing', async () => {
        await ada.reload();
        await expect(ada.getByText('The level sinks. Where does the water go?')).toBeVisible();
        await ada.getByRole('button', { name: 'Try it again' }).click();
        await ada.getByLabel('Up the beach').check();
        await ada.reload();
        await expect(ada.getByLabel('Up the beach')).toBeChecked();
        await ada.getByRole('button', { name: 'Check' }).click();
        await expect(ada.getByText('Flood comes in, ebb goes out.')).toBeVisible();
        await ada.getByRole('button', { name: 'Try it again' }).click();
        await expect(ada.getByRole('button', { name: 'Leave it for later' })).toBeVisible();
    });
    await test.step('set aside, it comes back before the finish', async () => {
        await ada.getByRole('button', { name: 'Leave it for later' }).click();
        await ada.getByLabel('Your answer, a number').fill('2');
        await ada.getByRole('button', { name: 'Check' }).click();
        await expect(ada.getByText('1 answer right · 1 left for later')).toBeVisible();
        await ada.getByRole('button', { name: 'Go on' }).click();
        await expect(ada.getByText('now the ones that are not right yet')).toBeVisible();
        await ada.getByLabel('Out to sea').check();
        await ada.getByRole('button', { name: 'Check' }).click();
        await expect(ada.getByText('The ebb runs out.')).toBeVisible();
        await ada.getByRole('button', { name: 'Go on' }).click();
        await expect(ada.getByText('Everything has arrived. Your teacher can see it.')).toBeVisible();
        await isAccessible(ada);
    });
    await test.step('afterwards the teacher reads figures and answers', async () => {
        await expect(page.getByText('1 of 2 began, 1 finished')).toBeVisible({ timeout: 3000 });
        await page.getByRole('button', { name: /Stop 1: Which way/ }).click();
        await expect(page.getByText('Along the shore').last()).toBeVisible();
        await expect(page.getByRole('term').filter({ hasText: 'right after help' })).toBeVisible();
        await isAccessible(page);
        await page.getByRole('link', { name: 'Ada Brandt' }).click();
        await expect(page.getByText('answered “Along the shore”: not yet; saw the hint')).toBeVisible();
        await expect(page.getByText('left the question for later')).toBeVisible();
        await isAccessible(page);
    });
});

test('all of building works by keyboard on the picture', async ({ page }) => {
    await signUp(page);
    await makeQuiz(page, 'By keyboard');
    await page.getByRole('button', { name: 'Add the first question' }).click();
    await page.getByLabel('Question', { exact: true }).fill('One');
    await page.getByRole('button', { name: /^Stop 1/ }).focus();
    await page.keyboard.press('n');
    await page.getByLabel('Question', { exact: true }).fill('Two');
    await page.getByRole('button', { name: /^Stop 2/ }).focus();
    await page.keyboard.press('r');
    await page.getByLabel('Hint', { exact: true }).fill('First hint');
    await page
        .getByRole('button', { name: /First hint/ })
        .first()
        .focus();
    await page.keyboard.press('r');
    await page.getByLabel('Hint', { exact: true }).fill('Second hint');
    await page.locator('[data-node][aria-current=true]').focus();
    await page.keyboard.press('Alt+ArrowUp');
    await expect(page.getByRole('button', { name: 'Rung 1, Hint: Second hint' })).toBeVisible();
    await page.keyboard.press('ArrowUp');
    await expect(page.getByRole('button', { name: 'Stop 2: Two' })).toBeFocused();
    await page.keyboard.press('Alt+ArrowLeft');
    await expect(page.getByRole('button', { name: 'Stop 1: Two' })).toBeVisible();
    await page.keyboard.press('ArrowRight');
    await page.keyboard.press('Delete');
    await expect(page.getByText('“One” is deleted.').first()).toBeVisible();
    await page.getByRole('button', { name: 'Bring it back' }).click();
    await expect(page.getByRole('button', { name: 'Stop 2: One' })).toBeVisible();
    await page.getByRole('button', { name: 'Stop 1: Two' }).focus();
    await page.keyboard.press('f');
    await expect(page.getByLabel('Leads to').first()).toBeFocused();
    await page.getByLabel('Leads to').first().selectOption({ label: '2. One' });
    await saved(page);
    await page.getByRole('button', { name: 'Stop 1: Two' }).focus();
    await page.keyboard.press('w');
    await expect(page.getByText('Nothing is recorded.')).toBeVisible();
});

test('a second tab does not silently write over the first', async ({ page, context }) => {
    await signUp(page);
    await makeQuiz(page, 'Two tabs');
    await page.getByRole('button', { name: 'Add the first question' }).click();
    await page.getByLabel('Question', { exact: true }).fill('From the first tab');
    await saved(page);
    const other = await context.newPage();
    await other.goto(page.url());
    await other.getByLabel('Question', { exact: true }).fill('From the second tab');
    await saved(other);
    await page.getByLabel('When it is right').fill('Late');
    await expect(page.getByText('This quiz was changed in another tab or on another device.')).toBeVisible();
    await page.getByRole('button', { name: 'Show that one' }).click();
    await expect(page.getByLabel('Question', { exact: true })).toHaveValue('From the second tab');
});
