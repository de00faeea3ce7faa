import { expect, test } from '@playwright/test';
import { enter, isAccessible, signInToDemo, signUp } from './helpers';

test('a forgotten password is reset by the letter in the post box', async ({ page }) => {
    const email = await signUp(page);
    await page.getByRole('button', { name: 'Sign out' }).click();
    await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible();
    await isAccessible(page);
    await page.getByRole('link', { name: 'Forgotten your password?' }).click();
    await page.getByLabel('Mail address').fill(email);
    await page.getByRole('button', { name: 'Send me a link' }).click();
    await expect(page.getByText('a letter with a link is on its way')).toBeVisible();
    await page.goto('/post-box');
    const letter = page.getByRole('listitem').filter({ hasText: email });
    await letter.getByRole('link').click();
    await page.getByLabel('New password').fill('a new long one');
    await page.getByRole('button', { name: 'Set the password' }).click();
    await page.getByLabel('Mail address').fill(email);
    await page.getByLabel('Password').fill('salt and spray');
    await page.getByRole('button', { name: 'Sign in' }).click();
    await expect(page.getByText('This address and password do not belong together.')).toBeVisible();
    await page.getByLabel('Password').fill('a new long one');
    await page.getByRole('button', { name: 'Sign in' }).click();
    await expect(page.getByRole('heading', { name: 'Today' })).toBeVisible();
});

test('a wrong phrase and a wrong secret get a clear sentence', async ({ page, browser }) => {
    await page.goto('/join');
    await isAccessible(page);
    await page.getByLabel('Your class phrase').fill('no such words');
    await page.getByRole('button', { name: 'Find my class' }).click();
    await expect(page.getByText('No class has this phrase.')).toBeVisible();
    await page.goto('/join/silver-heron-reef');
    await page.getByLabel(/^Your name/).fill('Nobody Here');
    await page.getByLabel('I have a secret already').check();
    await page.getByLabel('Your secret').fill('guess');
    await isAccessible(page);
    await page.getByRole('button', { name: 'Go in' }).click();
    await expect(page.getByText('This name and secret do not open the door.')).toBeVisible();
    const ada = await enter(browser, 'Silver Heron Reef', 'Ada Brandt', false, 'seashell');
    await expect(ada.getByText('Tides at Skerry Bay')).toBeVisible();
});

test('the demo’s class at work has something to show in every view', async ({ page }) => {
    await signInToDemo(page);
    await isAccessible(page);
    await page
        .getByRole('link', { name: /Tides at Skerry Bay/ })
        .first()
        .click();
    await expect(page.getByText(/of 24 began/)).toBeVisible();
    await expect(page.getByRole('cell', { name: 'right after help or a slip' }).first()).toBeVisible();
    await isAccessible(page);
    await page.getByRole('switch', { name: 'Names' }).click();
    await expect(page.getByText('Bram Oduya')).toHaveCount(0);
    await page.getByRole('button', { name: /^Stop 2/ }).click();
    await expect(page.getByText('(right)')).toBeVisible();
    await page.getByRole('switch', { name: 'Answers' }).click();
    await expect(page.getByText('(right)')).toHaveCount(0);
    await expect(page.getByText('= 3.8')).toHaveCount(0);
    await page.goto('/quizzes');
    await expect(page.getByRole('link', { name: /electric circuits/ })).toBeVisible();
    await isAccessible(page);
    await page.goto('/classes');
    await isAccessible(page);
    await page.getByRole('link', { name: /Year 8 Geography/ }).click();
    await isAccessible(page);
});

test('by night the same views can be read', async ({ browser }) => {
    const context = await browser.newContext({ colorScheme: 'dark', viewport: { width: 1280, height: 800 } });
    const page = await context.newPage();
    await signInToDemo(page);
    await page
        .getByRole('link', { name: /Tides at Skerry Bay/ })
        .first()
        .click();
    await expect(page.getByText(/of 24 began/)).toBeVisible();
    await isAccessible(page);
    await page.goto('/quizzes');
    await page.getByRole('link', { name: /Tides at Skerry Bay/ }).click();
    await page.getByRole('button', { name: /^Stop 1/ }).click();
    await isAccessible(page);
});
