import AxeBuilder from '@axe-core/playwright';
import { type Browser, expect, type Page } from '@playwright/test';

export const phone = { width: 390, height: 844 };

export const demo = {
    teacher: { email: 'ines.calder@skerrybay.example', password: 'skerry-tides-8' },
    phrase: 'silver heron reef',
};

let made = 0;

/** A teacher of one's own, so that tests do not meet each other's quizzes. */
export async function signUp(page: Page): Promise<string> {
    const email = `teacher-${Date.now()}-${made++}@school.example`;
    await page.goto('/sign-up');
    await page.getByLabel('Your name').fill('Marta Quay');
    await page.getByLabel('Mail address').fill(email);
    await page.getByLabel('Password').fill('salt and spray');
    await page.getByRole('button', { name: 'Make the account' }).click();
    await expect(page.getByRole('heading', { name: 'Today' })).toBeVisible();
    return email;
}

export async function signInToDemo(page: Page): Promise<void> {
    await page.goto('/sign-in');
    await page.getByLabel('Mail address').fill(demo.teacher.email);
    await page.getByLabel('Password').fill(demo.teacher.password);
    await page.getByRole('button', { name: 'Sign in' }).click();
    await expect(page.getByRole('heading', { name: 'Today' })).toBeVisible();
}

export async function makeQuiz(page: Page, title: string): Promise<void> {
    await page.getByRole('link', { name: 'Quizzes' }).click();
    await page.getByLabel('Title of a new quiz').fill(title);
    await page.getByRole('button', { name: 'Make a quiz' }).click();
    await expect(page.getByRole('heading', { name: 'Begin with a question' })).toBeVisible();
}

export async function saved(page: Page): Promise<void> {
    await expect(page.getByText('All is saved')).toBeVisible();
}

/** Makes a class with these names, gives it the quiz, and tells its phrase. */
export async function giveOut(page: Page, title: string, names: string[], terms: () => Promise<void> = async () => {}): Promise<string> {
    await page.getByRole('link', { name: 'Classes' }).click();
    await page.getByLabel('Name of a new class').fill('Year 8');
    await page.getByRole('button', { name: 'Make a class' }).click();
    await page.getByLabel('Add students').fill(names.join('\n'));
    await page.getByRole('button', { name: 'Add to the roster' }).click();
    await expect(page.getByText(`${names.length} ${names.length === 1 ? 'name' : 'names'} added.`)).toBeVisible();
    await page.getByLabel('Give out a quiz').selectOption({ label: title });
    await terms();
    await page.getByRole('button', { name: 'Give out' }).click();
    await expect(page.getByRole('link', { name: new RegExp(title) })).toBeVisible();
    return (await page.locator('aside p.font-display').textContent()) ?? '';
}

/** A phone with a student on it, at their own page. */
export async function enter(browser: Browser, phrase: string, name: string, first = true, secret = 'limpet'): Promise<Page> {
    const context = await browser.newContext({ viewport: phone, hasTouch: true, locale: 'en-GB' });
    const page = await context.newPage();
    await page.goto('/join');
    await page.getByLabel('Your class phrase').fill(phrase);
    await page.getByRole('button', { name: 'Find my class' }).click();
    await page.getByLabel(/^Your name/).fill(name);
    await page.getByLabel(first ? 'This is my first time' : 'I have a secret already').check();
    await page.getByLabel(first ? 'Choose a secret' : 'Your secret').fill(secret);
    await page.getByRole('button', { name: 'Go in' }).click();
    await expect(page.getByRole('heading', { name: `Hello, ${name}` })).toBeVisible();
    return page;
}

/** No serious finding of axe-core on what is shown. */
export async function isAccessible(page: Page): Promise<void> {
    // Sheets rise in less than a fifth of a second; half-faded colours would be judged otherwise.
    await page.waitForTimeout(300);
    const { violations } = await new AxeBuilder({ page }).analyze();
    const grave = violations.filter((violation) => violation.impact === 'serious' || violation.impact === 'critical');
    expect(grave.map((violation) => `${violation.id}: ${violation.nodes.map((node) => node.html).join(' | ')}`)).toEqual([]);
}
