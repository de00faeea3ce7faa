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
        await page.getByRole('button', { name: 'Publish', exact: true }).click();
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

    await page.getByRole('button', { name: 'Publish', exact: true }).click();
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

test('two at one quiz see each other’s changes, and nothing that is typed is lost', async ({ page, context }) => {
    await signUp(page);
    await makeQuiz(page, 'Two tabs');
    await page.getByRole('button', { name: 'Add the first question' }).click();
    await page.getByLabel('Question', { exact: true }).fill('From the first tab');
    await saved(page);
    const other = await context.newPage();
    await other.goto(page.url());
    await expect(other.getByLabel('Question', { exact: true })).toHaveValue('From the first tab');

    await test.step('what one does, the other sees within three seconds', async () => {
        await other.getByLabel('Question', { exact: true }).fill('From the second tab');
        await other.getByLabel('When it is right').focus();
        await expect(page.getByLabel('Question', { exact: true })).toHaveValue('From the second tab', { timeout: 3500 });
        await expect(page.getByText('You, on another page or device: Stop 1 reworded')).toBeVisible();
    });
    await test.step('both type in different places, one of them offline for a while', async () => {
        await other.route('**/api/quizzes/**', (route) => route.abort());
        await other.getByLabel('When it is right').fill('Written without a connection');
        await page.getByLabel('When it is not right').fill('Written meanwhile');
        await saved(page);
        await expect(other.getByText('Kept on this device; saving again soon')).toBeVisible();
        await other.unroute('**/api/quizzes/**');
        await saved(other);
        for (const one of [page, other]) {
            await expect(one.getByLabel('When it is right')).toHaveValue('Written without a connection');
            await expect(one.getByLabel('When it is not right')).toHaveValue('Written meanwhile');
        }
    });
    await test.step('where both write the same text, the later one is asked, and keeps what it wrote', async () => {
        await other.route('**/api/quizzes/**', (route) => route.abort());
        await other.getByLabel('Question', { exact: true }).fill('Mine');
        await page.getByLabel('Question', { exact: true }).fill('Theirs');
        await page.getByLabel('When it is right').focus();
        await saved(page);
        await other.unroute('**/api/quizzes/**');
        await expect(other.getByText('wrote something else there: “Theirs”', { exact: false })).toBeVisible({ timeout: 15_000 });
        await expect(other.getByLabel('Question', { exact: true })).toHaveValue('Mine');
        await isAccessible(other);
        await other.getByRole('button', { name: 'Put mine in its place' }).click();
        await expect(page.getByLabel('Question', { exact: true })).toHaveValue('Mine', { timeout: 15_000 });
    });
});

/** Each step is written to the disk, which on a busy machine takes seconds now and then. */
const patient = { timeout: 20_000 };

test('every step is undone back to the empty quiz and done again, past a reload, and the history tells them', async ({ page }) => {
    test.setTimeout(180_000);
    await signUp(page);
    await makeQuiz(page, 'Steps');
    const document = async () => {
        const reply = await page.request.get(`/api${new URL(page.url()).pathname}`);
        return ((await reply.json()) as { document: unknown }).document;
    };
    const empty = await document();
    await page.getByRole('button', { name: 'Add the first question' }).click();
    await page.getByLabel('Question', { exact: true }).fill('Which way does the ebb run?');
    await page.getByLabel('Option A', { exact: true }).fill('Out to sea');
    await page.getByLabel('Option B', { exact: true }).fill('Inland');
    await page.getByRole('button', { name: 'Add hint', exact: true }).click();
    await page.getByLabel('Hint', { exact: true }).fill('Look at the boats.');
    for (const kind of ['video', 'reading', 'text', 'drill', 'staircase']) {
        await page.getByRole('button', { name: `Add a ${kind}`, exact: true }).click();
    }
    await page
        .getByRole('button', { name: /^Stop 1/ })
        .first()
        .click();
    for (const kind of ['Put in order', 'Match pairs', 'Gaps in a sentence', 'Number', 'One choice']) {
        await page.getByLabel('Kind', { exact: true }).selectOption({ label: kind });
    }
    await page
        .getByRole('button', { name: /^Stop 3/ })
        .first()
        .click();
    await page.getByRole('button', { name: 'Delete', exact: true }).click();
    await saved(page);
    const whole = await document();
    expect(whole).not.toEqual(empty);

    await page.reload();
    const undo = page.getByRole('button', { name: /^Undo/ });
    let steps = 0;
    for (; await undo.isEnabled(); steps++) {
        expect(steps).toBeLessThan(40);
        const before = await undo.getAttribute('aria-label');
        await page.keyboard.press('Control+z');
        await expect(undo).not.toHaveAttribute('aria-label', before ?? '', patient);
    }
    expect(steps).toBeGreaterThan(10);
    expect(await document()).toEqual(empty);
    await page.reload();
    const redo = page.getByRole('button', { name: /^Redo/ });
    for (let again = 0; again < steps; again++) {
        const before = await redo.getAttribute('aria-label');
        await page.keyboard.press('Control+Shift+z');
        await expect(redo).not.toHaveAttribute('aria-label', before ?? '', patient);
    }
    expect(await document()).toEqual(whole);

    await page.getByRole('link', { name: 'History' }).click();
    await expect(page.getByRole('button', { name: /Done again: Stop 3 taken out/ })).toBeVisible();
    await isAccessible(page);
    await page.getByRole('button', { name: /Undone: Option A of stop 1 reworded/ }).click();
    await expect(page.getByText(/As it was after: Option A of stop 1 reworded/)).toBeVisible();
    await page.getByRole('button', { name: 'The beginning' }).click();
    await expect(page.getByText('There were no stops yet.')).toBeVisible();
    await page.getByRole('button', { name: 'Bring this back' }).click();
    await expect(page.getByRole('heading', { name: 'Begin with a question' })).toBeVisible();
    expect(await document()).toEqual(empty);
});
