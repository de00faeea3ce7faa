import { expect, type Page, test } from '@playwright/test';
import { enter, giveOut, isAccessible, makeQuiz, saved, signUp } from './helpers';

const press = (page: Page, name: string) => page.getByRole('button', { name, exact: true }).click();

/** Every kind of answer, on a phone: choices, true or false with a stand-in, pairs, units, a formula, a drill, an order, a staircase. */
test('a student walks through every kind of answer', async ({ browser }) => {
    const page = await enter(browser, 'silver heron reef', 'Finn Abara');
    await page.getByRole('listitem').filter({ hasText: 'Simple electric circuits' }).getByRole('button', { name: 'Start' }).click();
    await test.step('a reading that stays at hand', async () => {
        await expect(page.getByRole('img', { name: 'I is U divided by R' })).toBeVisible();
        await expect(page.getByRole('listitem').filter({ hasText: 'in ohms' })).toBeVisible();
        await press(page, 'Go on');
        await page.getByRole('button', { name: /What we found on Monday/ }).click();
        await expect(page.getByText('Current is voltage divided by resistance.', { exact: false })).toBeVisible();
        await page.getByLabel('No, the way back is missing').check();
        await press(page, 'Check');
        await press(page, 'Go on');
    });
    await test.step('with two options a slip brings another question', async () => {
        await page.getByLabel('False').check();
        await press(page, 'Check');
        await press(page, 'Try it again');
        await expect(page.getByText('flows up to the gap and waits', { exact: false })).toBeVisible();
        await page.getByLabel('False').check();
        await press(page, 'Check');
        await press(page, 'Go on');
    });
    await test.step('pairs, part of them right', async () => {
        await isAccessible(page);
        for (const [thing, unit] of [
            ['voltage', 'volt'],
            ['current', 'metre'],
            ['resistance', 'ohm'],
        ] as const) {
            await page.getByLabel(thing, { exact: true }).selectOption({ label: unit });
        }
        await press(page, 'Check');
        await expect(page.getByText('Partly right.')).toBeVisible();
        await press(page, 'Try it again');
        await expect(page.getByText('not yet', { exact: true })).toHaveCount(1);
        await page.getByLabel('current', { exact: true }).selectOption({ label: 'ampere' });
        await press(page, 'Check');
        await press(page, 'Go on');
    });
    await test.step('a number with its unit, and a simpler question on the ladder', async () => {
        const answer = page.getByLabel('Your answer, a number');
        await answer.fill('0.5');
        await press(page, 'Check');
        await expect(page.getByText('The number is right. Look at the unit.')).toBeVisible();
        await press(page, 'Another step');
        await expect(page.getByText('A simpler question first')).toBeVisible();
        await answer.fill('1/2');
        await press(page, 'Check');
        await press(page, 'Go on');
        await answer.fill('500 mA');
        await press(page, 'Check');
        await press(page, 'Go on');
    });
    await test.step('a formula, typed as it looks', async () => {
        const field = page.getByLabel('Your answer, a formula').first();
        await field.click();
        await page.waitForTimeout(300);
        await page.keyboard.type('I*R', { delay: 40 });
        await expect(page.getByText('You wrote:')).toBeVisible();
        await isAccessible(page);
        await press(page, 'Check');
        await expect(page.getByText('Yes: U = R · I.')).toBeVisible();
        await press(page, 'Go on');
    });
    await test.step('a drill until three are right', async () => {
        for (let right = 0; right < 3; right++) {
            await expect(page.getByText(`${right} of 3 right so far`, { exact: false })).toBeVisible();
            await expect(page.getByLabel('Your answer, a number')).toBeVisible();
            const [, volts, ohms] =
                /(\d+) V and (\d+) Ω/.exec(
                    (await page
                        .getByText(/\d V and /)
                        .last()
                        .textContent()) ?? '',
                ) ?? [];
            await page.getByLabel('Your answer, a number').fill(`${volts}/${ohms}`);
            await press(page, 'Check');
            await press(page, 'Go on');
        }
    });
    await test.step('an order, by buttons', async () => {
        const more = page.getByRole('heading', { name: 'One more look' });
        await expect(more.or(page.getByText('Put the steps in order', { exact: false }))).toBeVisible();
        if (await more.isVisible()) {
            await press(page, 'Go on');
        }
        await isAccessible(page);
        const wanted = ['Draw a plan', 'Join the wires', 'Close the switch', 'See whether it lights up'];
        for (const [place, thing] of wanted.entries()) {
            for (;;) {
                const moved = page
                    .getByRole('main')
                    .getByRole('listitem')
                    .filter({ has: page.getByRole('button') });
                const rows = await moved.allInnerTexts();
                if (rows.findIndex((row) => row.includes(thing)) <= place) {
                    break;
                }
                await page.getByRole('button', { name: `Move ${thing} up` }).click();
            }
        }
        await press(page, 'Check');
        await press(page, 'Go on');
        await page.getByLabel('It goes out').check();
        await press(page, 'Check');
        await press(page, 'Go on');
    });
    await test.step('a staircase to its top', async () => {
        for (const step of [2, 3]) {
            await expect(page.getByText(`step ${step} of 3`, { exact: false })).toBeVisible();
            await expect(page.getByLabel('Your answer, a number')).toBeVisible();
            const [, volts, amperes] =
                /([\d.]+) V and ([\d.]+) A/.exec(
                    (await page
                        .getByText(/\d V and /)
                        .last()
                        .textContent()) ?? '',
                ) ?? [];
            await page.getByLabel('Your answer, a number').fill(`${(Number(volts) * Number(amperes)).toFixed(3)} W`);
            await press(page, 'Check');
            await press(page, 'Go on');
        }
        await expect(page.getByRole('heading', { name: 'The lights are on' })).toBeVisible();
        await expect(page.getByText(/\d+(\.\d+)? of \d+ points/)).toBeVisible();
        await page.getByText('What you answered').click();
        await isAccessible(page);
    });
});

test('a check is handed in whole, and its results are seen when the teacher releases them', async ({ page, browser }) => {
    await signUp(page);
    await makeQuiz(page, 'Short check');
    await test.step('the teacher writes a sentence with gaps and something to write', async () => {
        await page.getByRole('button', { name: 'Add the first question' }).click();
        await page.getByLabel('Kind', { exact: true }).selectOption({ label: 'Gaps in a sentence' });
        await page.getByLabel('Question', { exact: true }).fill('Fill it in.');
        await page.getByLabel('Sentence', { exact: true }).fill('The [1] runs out and the [2] comes in.');
        await page.getByLabel('Answer 1 of gap 1', { exact: true }).fill('ebb');
        await page.getByLabel('Answer 1 of gap 2', { exact: true }).fill('flood');
        await page.getByRole('button', { name: 'Add a question' }).click();
        await page.getByLabel('Kind', { exact: true }).selectOption({ label: 'Written answer' });
        await page.getByLabel('Question', { exact: true }).fill('Why are there tides?');
        await page.getByLabel('I read these answers myself').check();
        await saved(page);
        await isAccessible(page);
        await page.getByRole('button', { name: 'Publish' }).click();
        await expect(page.getByText('Edition 1 is published.')).toBeVisible();
    });
    const phrase = await giveOut(page, 'Short check', ['Ida'], async () => {
        await page.getByRole('button', { name: 'Give it otherwise' }).click();
        await page.getByLabel('Purpose').selectOption({ index: 1 });
        await expect(page.getByText('You can change your answers until you hand them in.')).toBeVisible();
    });
    const ida = await enter(browser, phrase, 'Ida');
    await test.step('the student answers, changes an answer and hands in', async () => {
        await press(ida, 'Start');
        await ida.getByLabel('Gap 1').fill('flood');
        await ida.getByLabel('Gap 2').fill('flood');
        await press(ida, 'Keep this answer');
        await ida.getByLabel('Your answer').fill('Because of the Moon.');
        await press(ida, 'Keep this answer');
        await expect(ida.getByText('Every question has an answer.', { exact: false })).toBeVisible();
        await isAccessible(ida);
        await ida.getByRole('button', { name: /Stop 1/ }).click();
        await expect(ida.getByLabel('Gap 1')).toHaveValue('flood');
        await ida.getByLabel('Gap 1').fill('ebb');
        await press(ida, 'Keep this answer');
        await press(ida, 'Hand it all in');
        await expect(ida.getByText('You will see how it went when your teacher releases it.')).toBeVisible();
    });
    await test.step('the teacher reads, gives points and releases', async () => {
        await page.getByRole('link', { name: /Short check/ }).click();
        await page.getByText('How it is given').click();
        await press(page, 'Release the results');
        await expect(page.getByRole('button', { name: 'Take the results back' })).toBeVisible();
        await page.getByRole('link', { name: 'Ida' }).first().click();
        await expect(page.getByText('Waits for you to read it')).toBeVisible();
        await page.getByText('Mark it').first().click();
        await page.getByLabel('Share of the points, %').first().fill('50');
        await page.getByLabel('Comment for the student').first().fill('And the Sun?');
        await page.getByRole('button', { name: 'Keep this' }).first().click();
        await expect(page.getByText('points given by hand', { exact: false })).toBeAttached();
    });
    await test.step('the student sees it', async () => {
        await ida.reload();
        await expect(ida.getByText('1.5 of 2 points.')).toBeVisible();
        await ida.getByText('What you answered').click();
        await expect(ida.getByText('And the Sun?')).toBeVisible();
        await isAccessible(ida);
    });
});

test('a mended key reaches a round under way, and can be taken back', async ({ page, browser }) => {
    await signUp(page);
    await makeQuiz(page, 'Wrong key');
    await page.getByRole('button', { name: 'Add the first question' }).click();
    await page.getByLabel('Kind', { exact: true }).selectOption({ label: 'Number' });
    await page.getByLabel('Question', { exact: true }).fill('How many eggs does a tern lay?');
    await page.getByLabel('Accepted answer 1', { exact: true }).fill('3');
    await saved(page);
    await page.getByRole('button', { name: 'Publish' }).click();
    await expect(page.getByText('Edition 1 is published.')).toBeVisible();
    const address = page.url();
    const phrase = await giveOut(page, 'Wrong key', ['Ida']);
    const ida = await enter(browser, phrase, 'Ida');
    await press(ida, 'Start');
    await ida.getByLabel('Your answer, a number').fill('2');
    await press(ida, 'Check');
    await expect(ida.getByText('Not yet.')).toBeVisible();

    await page.goto(address);
    await page.getByRole('button', { name: /^Stop 1/ }).click();
    await page.getByLabel('Accepted answer 1', { exact: true }).fill('2');
    await page.getByRole('button', { name: 'Mend the quiz in use' }).click();
    await expect(page.getByText('Ida: on the ladder → right at once', { exact: false })).toBeVisible();
    await ida.reload();
    await expect(ida.getByText('1 answer right')).toBeVisible();

    await page.getByText('1 mend in force').click();
    await press(page, 'Take it back');
    await expect(page.getByText('Ida: right at once → on the ladder', { exact: false })).toBeVisible();
    await ida.reload();
    await expect(ida.getByText('On the way to the first right answer')).toBeVisible();
});

test('a mend is laid where an edition reads as it did, named where it does not, and laid there too when asked', async ({
    page,
    browser,
}) => {
    await signUp(page);
    await makeQuiz(page, 'Two editions');
    await page.getByRole('button', { name: 'Add the first question' }).click();
    await page.getByLabel('Kind', { exact: true }).selectOption({ label: 'Number' });
    await page.getByLabel('Question', { exact: true }).fill('How many eggs does a tern lay?');
    await page.getByLabel('Accepted answer 1', { exact: true }).fill('3');
    await saved(page);
    await page.getByRole('button', { name: 'Publish' }).click();
    await expect(page.getByText('Edition 1 is published.')).toBeVisible();
    const address = page.url();
    const phrase = await giveOut(page, 'Two editions', ['Ida', 'Joss']);
    const ida = await enter(browser, phrase, 'Ida');
    await press(ida, 'Start');
    await ida.getByLabel('Your answer, a number').fill('2');
    await press(ida, 'Check');
    await expect(ida.getByText('Not yet.')).toBeVisible();

    await test.step('another edition has another key, and a round of its own', async () => {
        await page.goto(address);
        await page.getByRole('button', { name: /^Stop 1/ }).click();
        await page.getByLabel('Accepted answer 1', { exact: true }).fill('4');
        await page.getByRole('button', { name: 'Add hint', exact: true }).click();
        await page.getByLabel('Hint', { exact: true }).fill('Fewer than you think.');
        await saved(page);
        await page.getByRole('button', { name: 'Publish edition 2' }).click();
        await expect(page.getByText('Edition 2 is published.')).toBeVisible();
        const joss = await enter(browser, phrase, 'Joss');
        await press(joss, 'Start');
        await joss.getByLabel('Your answer, a number').fill('2');
        await press(joss, 'Check');
        await expect(joss.getByText('Fewer than you think.')).toBeVisible();
    });
    await test.step('the mend reaches the one, and the other is asked about', async () => {
        await page.getByRole('button', { name: /^Stop 1/ }).click();
        await page.getByLabel('Accepted answer 1', { exact: true }).fill('2');
        await page.getByRole('button', { name: 'Mend the quiz in use' }).click();
        await expect(page.getByText('Joss: on the ladder → right at once', { exact: false })).toBeVisible();
        await ida.reload();
        await expect(ida.getByText('On the way to the first right answer')).toBeVisible();
        await page.getByText('1 mend in force').click();
        await expect(page.getByText('Not in edition 1, where it reads “3”')).toBeVisible();
        await isAccessible(page);
        await press(page, 'Mend it there too');
        await expect(page.getByText('Ida: on the ladder → right at once', { exact: false })).toBeVisible();
        await ida.reload();
        await expect(ida.getByText('1 answer right')).toBeVisible();
    });
});

test('reading support stays with the student', async ({ browser }) => {
    const page = await enter(browser, 'silver heron reef', 'Noor Eriksen');
    await press(page, 'How this page reads');
    await page.getByText('Largest').click();
    await page.getByLabel('Stronger contrast').click();
    await page.getByLabel('More space between letters and lines').click();
    await isAccessible(page);
    await page.reload();
    await expect(page.getByRole('heading', { name: 'Hello, Noor Eriksen' })).toBeVisible();
    await expect(page.locator('html')).toHaveAttribute('data-contrast', 'high');
    expect(await page.evaluate(() => getComputedStyle(document.documentElement).fontSize)).toBe('23.2px');
    expect(await page.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth)).toBe(true);
});
