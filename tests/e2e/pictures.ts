import { expect, type Locator, type Page, test } from '@playwright/test';
import { enter, phone, signInToDemo } from './helpers';

// Not a test: makes the pictures of the README from the demo data. Run by `bin/screenshots`.

const folder = 'docs/screenshots';

// Nothing is to be caught in the middle of a motion.
test.use({ contextOptions: { reducedMotion: 'reduce' } });

/** The page once it shows what it is to show; where that does not come, there is no picture. */
async function picture(page: Page, name: string, shows: Locator): Promise<void> {
    await expect(shows).toBeVisible();
    await expect(page.getByText('One moment …')).toHaveCount(0);
    await page.waitForLoadState('networkidle');
    await page.evaluate(() => document.fonts.ready);
    await expect
        .poll(() => page.evaluate(() => [...document.querySelectorAll('video')].every((video) => video.readyState >= 2 && !video.seeking)))
        .toBe(true);
    await page.screenshot({ path: `${folder}/${name}.png` });
}

test('the teacher’s views', async ({ page }) => {
    await page.goto('/sign-in');
    await signInToDemo(page);
    await picture(page, 'today', page.getByRole('link', { name: /Tides at Skerry Bay/ }).first());
    await page
        .getByRole('link', { name: /Tides at Skerry Bay/ })
        .first()
        .click();
    await expect(page.getByText(/of 24 began/)).toBeVisible();
    await page.getByRole('button', { name: /^Stop 2/ }).click();
    await picture(page, 'lookout', page.getByText('(right)').first());
    await page.getByRole('link', { name: 'Look back' }).click();
    await expect(page.getByRole('heading', { name: 'In short' })).toBeVisible();
    await picture(page, 'evidence', page.getByRole('heading', { name: 'In short' }));
    await page.getByRole('link', { name: 'Bram Oduya' }).click();
    await picture(page, 'student-answers', page.getByRole('heading', { name: /^Round 1/ }));
    await page.goto('/quizzes');
    await page.getByRole('link', { name: /Tides at Skerry Bay/ }).click();
    const struggling = page.getByRole('listitem').filter({ hasText: 'A struggling student needs about' });
    await struggling.getByRole('button', { name: 'Show on the picture' }).click();
    await picture(page, 'forecast', page.getByTitle('How often a student comes here in the mean').first());
    await page.getByRole('button', { name: 'Take it off the picture' }).first().click();
    await page.getByRole('button', { name: /^Stop 1/ }).click();
    await picture(page, 'build', page.getByLabel('Question', { exact: true }));
    await page.getByRole('button', { name: /^Stop 3/ }).click();
    await picture(page, 'build-video', page.getByRole('heading', { name: 'Questions in it' }));
    await page.getByRole('button', { name: 'Rehearse from here' }).click();
    await expect(page.getByText('Nothing is recorded.')).toBeVisible();
    await picture(page, 'rehearse', page.getByLabel('Where the rehearsal is'));
    await page.goto('/classes');
    await page.getByRole('link', { name: /Year 8 Geography/ }).click();
    await picture(page, 'class', page.getByAltText(/^QR code/));
});

test('the same by night', async ({ browser }) => {
    const context = await browser.newContext({ colorScheme: 'dark', viewport: { width: 1280, height: 800 }, locale: 'en-GB' });
    const page = await context.newPage();
    await signInToDemo(page);
    await page.goto('/quizzes');
    await page.getByRole('link', { name: /Tides at Skerry Bay/ }).click();
    await page.getByRole('button', { name: /^Stop 4/ }).click();
    await picture(page, 'build-night', page.getByLabel('Question', { exact: true }));
});

test('the student’s views', async ({ browser }) => {
    expect(phone.width).toBe(390);
    const page = await enter(browser, 'silver heron reef', 'Ada Brandt', false, 'seashell');
    await picture(page, 'student-page', page.getByRole('button', { name: 'Start' }).first());
    await page.getByRole('listitem').filter({ hasText: 'Tides at Skerry Bay' }).getByRole('button', { name: 'Start' }).click();
    await page.getByLabel('How deep the water is').check();
    await picture(page, 'question', page.getByLabel('How deep the water is'));
    await page.getByRole('button', { name: 'Check' }).click();
    await picture(page, 'rung', page.getByRole('button', { name: 'Try it again' }));
    await page.getByRole('button', { name: 'Try it again' }).click();
    await page.getByLabel('How far the water climbs').check();
    await page.getByRole('button', { name: 'Check' }).click();
    await page.getByRole('button', { name: 'Go on' }).click();
    await page.getByLabel('Your answer, a number').fill('3.8');
    await page.getByRole('button', { name: 'Check' }).click();
    await page.getByRole('button', { name: 'Go on' }).click();
    await page.getByRole('slider').fill('24');
    await picture(page, 'video', page.locator('video'));
});

test('terms and a drill', async ({ page }) => {
    await signInToDemo(page);
    await page.goto('/quizzes');
    await page.getByRole('link', { name: /Simple electric circuits/ }).click();
    await page.getByRole('button', { name: /^Stop 7/ }).click();
    await picture(page, 'build-drill', page.getByLabel('What is selected'));
    await page.getByRole('button', { name: /^Stop 1:/ }).click();
    await page.getByRole('button', { name: 'Add a question', exact: true }).click();
    await page.getByLabel('Question', { exact: true }).fill('What do you measure a current in?');
    await page.getByLabel('Option A', { exact: true }).fill('Volts');
    await page.getByLabel('Option B', { exact: true }).fill('Amperes');
    await page.getByLabel('Option B is right').check();
    await expect(page.getByText('All is saved')).toBeVisible();
    await page.keyboard.press('Control+z');
    await expect(page.getByRole('button', { name: /^Redo/ })).toBeEnabled();
    await page.getByRole('link', { name: 'History' }).click();
    await page
        .getByRole('button', { name: /Option B of stop 2 reworded/ })
        .first()
        .click();
    await picture(page, 'history', page.getByText('As it was after: Option B of stop 2 reworded', { exact: false }));
    await page.goto('/classes');
    await page.getByRole('link', { name: /Year 8 Geography/ }).click();
    await page.getByLabel('Give out a quiz').selectOption({ label: 'Reading note values' });
    await page.getByRole('button', { name: 'Give it otherwise' }).click();
    await page.getByLabel('Purpose').selectOption({ index: 1 });
    await page.getByText('What a student is told').scrollIntoViewIfNeeded();
    await picture(page, 'terms', page.getByText('What a student is told'));
});

test('other kinds of answer', async ({ browser }) => {
    const page = await enter(browser, 'silver heron reef', 'Viktor Hale');
    const press = (name: string) => page.getByRole('button', { name, exact: true }).click();
    const right = async (fill: () => Promise<unknown>) => {
        await fill();
        await press('Check');
        await press('Go on');
    };
    await page.getByRole('listitem').filter({ hasText: 'Simple electric circuits' }).getByRole('button', { name: 'Start' }).click();
    await press('Go on');
    await right(() => page.getByLabel('No, the way back is missing').check());
    await right(() => page.getByLabel('True').check());
    for (const [thing, unit] of [
        ['voltage', 'volt'],
        ['current', 'metre'],
        ['resistance', 'ohm'],
    ] as const) {
        await page.getByLabel(thing, { exact: true }).selectOption({ label: unit });
    }
    await press('Check');
    await press('Try it again');
    await picture(page, 'pairs', page.getByLabel('current', { exact: true }));
    await right(() => page.getByLabel('current', { exact: true }).selectOption({ label: 'ampere' }));
    await right(() => page.getByLabel('Your answer, a number').fill('0.5 A'));
    await page.getByLabel('Your answer, a formula').first().click();
    await page.waitForTimeout(400);
    await page.keyboard.type('(U/I)*I^2', { delay: 60 });
    await picture(page, 'formula', page.locator('math-field').first());
});
