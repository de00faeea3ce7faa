import { expect, test } from '@playwright/test';
import { enter, phone, signInToDemo } from './helpers';

// Not a test: makes the pictures of the README from the demo data. Run by `bin/screenshots`.

const folder = 'docs/screenshots';

test('the teacher’s views', async ({ page }) => {
    await page.goto('/sign-in');
    await page.screenshot({ path: `${folder}/sign-in.png` });
    await signInToDemo(page);
    await page.screenshot({ path: `${folder}/today.png` });
    await page
        .getByRole('link', { name: /Tides at Skerry Bay/ })
        .first()
        .click();
    await expect(page.getByText(/of 24 began/)).toBeVisible();
    await page.getByRole('button', { name: /^Stop 2/ }).click();
    await page.waitForTimeout(400);
    await page.screenshot({ path: `${folder}/lookout.png`, fullPage: false });
    await page.getByRole('link', { name: 'Look back' }).click();
    await expect(page.getByRole('heading', { name: 'In short' })).toBeVisible();
    await page.waitForTimeout(400);
    await page.screenshot({ path: `${folder}/evidence.png` });
    await page.getByRole('link', { name: 'Bram Oduya' }).click();
    await page.waitForTimeout(400);
    await page.screenshot({ path: `${folder}/student-answers.png` });
    await page.goto('/quizzes');
    await page.getByRole('link', { name: /Tides at Skerry Bay/ }).click();
    const struggling = page.getByRole('listitem').filter({ hasText: 'A struggling student needs about' });
    await struggling.getByRole('button', { name: 'Show on the picture' }).click();
    await page.waitForTimeout(400);
    await page.screenshot({ path: `${folder}/forecast.png` });
    await page.getByRole('button', { name: 'Take it off the picture' }).first().click();
    await page.getByRole('button', { name: /^Stop 1/ }).click();
    await page.waitForTimeout(600);
    await page.screenshot({ path: `${folder}/build.png` });
    await page.getByRole('button', { name: /^Stop 3/ }).click();
    await page.waitForTimeout(900);
    await page.screenshot({ path: `${folder}/build-video.png` });
    await page.getByRole('button', { name: 'Rehearse from here' }).click();
    await expect(page.getByText('Nothing is recorded.')).toBeVisible();
    await page.waitForTimeout(900);
    await page.screenshot({ path: `${folder}/rehearse.png` });
    await page.goto('/classes');
    await page.getByRole('link', { name: /Year 8 Geography/ }).click();
    await page.waitForTimeout(600);
    await page.screenshot({ path: `${folder}/class.png` });
});

test('the same by night', async ({ browser }) => {
    const context = await browser.newContext({ colorScheme: 'dark', viewport: { width: 1280, height: 800 }, locale: 'en-GB' });
    const page = await context.newPage();
    await signInToDemo(page);
    await page.goto('/quizzes');
    await page.getByRole('link', { name: /Tides at Skerry Bay/ }).click();
    await page.getByRole('button', { name: /^Stop 4/ }).click();
    await page.waitForTimeout(600);
    await page.screenshot({ path: `${folder}/build-night.png` });
});

test('the student’s views', async ({ browser }) => {
    expect(phone.width).toBe(390);
    const page = await enter(browser, 'silver heron reef', 'Ada Brandt', false, 'seashell');
    await page.screenshot({ path: `${folder}/student-page.png` });
    await page.getByRole('listitem').filter({ hasText: 'Tides at Skerry Bay' }).getByRole('button', { name: 'Start' }).click();
    await page.getByLabel('How deep the water is').check();
    await page.screenshot({ path: `${folder}/question.png` });
    await page.getByRole('button', { name: 'Check' }).click();
    await page.waitForTimeout(500);
    await page.screenshot({ path: `${folder}/rung.png` });
    await page.getByRole('button', { name: 'Back to the question' }).click();
    await page.getByLabel('How far the water climbs').check();
    await page.getByRole('button', { name: 'Check' }).click();
    await page.getByRole('button', { name: 'Go on' }).click();
    await page.getByLabel('Your answer, a number').fill('3.8');
    await page.getByRole('button', { name: 'Check' }).click();
    await page.getByRole('button', { name: 'Go on' }).click();
    await page.getByRole('slider').fill('24');
    await page.waitForTimeout(900);
    await page.screenshot({ path: `${folder}/video.png` });
});

test('terms and a drill', async ({ page }) => {
    await signInToDemo(page);
    await page.goto('/quizzes');
    await page.getByRole('link', { name: /Simple electric circuits/ }).click();
    await page.getByRole('button', { name: /^Stop 7/ }).click();
    await page.waitForTimeout(600);
    await page.screenshot({ path: `${folder}/build-drill.png` });
    await page.goto('/classes');
    await page.getByRole('link', { name: /Year 8 Geography/ }).click();
    await page.getByLabel('Give out a quiz').selectOption({ label: 'Reading note values' });
    await page.getByRole('button', { name: 'Give it otherwise' }).click();
    await page.getByLabel('Purpose').selectOption({ index: 1 });
    await page.getByText('What a student is told').scrollIntoViewIfNeeded();
    await page.waitForTimeout(600);
    await page.screenshot({ path: `${folder}/terms.png` });
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
    await press('Back to the question');
    await page.waitForTimeout(400);
    await page.screenshot({ path: `${folder}/pairs.png` });
    await right(() => page.getByLabel('current', { exact: true }).selectOption({ label: 'ampere' }));
    await right(() => page.getByLabel('Your answer, a number').fill('0.5 A'));
    await page.getByLabel('Your answer, a formula').first().click();
    await page.waitForTimeout(400);
    await page.keyboard.type('(U/I)*I^2', { delay: 60 });
    await page.waitForTimeout(400);
    await page.screenshot({ path: `${folder}/formula.png` });
});
