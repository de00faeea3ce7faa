import { expect, type Page } from '@playwright/test';
import type { QuestionKind } from '../../resources/js/api/types';
import { chooseKind, isAccessible, makeQuiz, phone, saved, signUp } from './helpers';
import { test } from './test';
import { anyOf, begins, say } from './words';

const question = (page: Page) => page.getByLabel(say('build.question-editor.question'), { exact: true });

const heading = (page: Page) => page.locator('summary').filter({ hasText: say('build.workings.heading') });

async function begin(page: Page, title: string, kind: QuestionKind, prompt: string): Promise<void> {
    await makeQuiz(page, title);
    await page.getByRole('button', { name: say('build.build.add-the-first-question') }).click();
    await chooseKind(page, kind);
    await question(page).click();
    await page.keyboard.type(prompt);
}

test('what a question asks is worked out: key and slips by keyboard alone, hints, and others like it', async ({ page }) => {
    await signUp(page);
    await begin(page, 'Fractions on the pier', 'one-choice', 'What moves the water?');
    await test.step('nothing of it shows where there is nothing to work out', async () => {
        await saved(page);
        await expect(heading(page)).toHaveCount(0);
    });
    await test.step('a slow answer moves nothing that is being typed', async () => {
        await page.route('**/api/workings', async (route) => {
            await new Promise((done) => setTimeout(done, 1500));
            await route.continue();
        });
        await question(page).fill('');
        await page.keyboard.type('What is 2/3 + 1/4?', { delay: 60 });
        await expect(heading(page)).toBeVisible();
        await expect(question(page)).toBeFocused();
        await expect(question(page)).toHaveText('What is 2/3 + 1/4?');
        await page.unroute('**/api/workings');
    });
    await test.step('one key leads there, one takes the answers', async () => {
        await page.keyboard.press('Alt+k');
        await expect(page.getByRole('button', { name: say('build.workings.take-first', { count: 3 }) })).toBeFocused();
        await page.keyboard.press('Enter');
        const right = page.getByRole('checkbox', { name: begins('11/12') });
        await expect(right).toBeChecked();
        await expect(right).toBeFocused();
        await page.keyboard.press('ArrowDown');
        await page.keyboard.press('ArrowDown');
        const second = page.getByRole('checkbox', { name: begins('11/24') });
        await expect(second).toBeFocused();
        await page.keyboard.press('Space');
        await expect(second).toBeChecked();
        for (const answer of ['11/12', '3/7', '1/4', '5/12', '11/24']) {
            await expect(page.locator('[data-entry]').filter({ has: page.getByRole('img', { name: answer, exact: true }) })).toHaveCount(1);
        }
        await saved(page);
    });
    await test.step('the first step becomes a hint, a worked example follows with other numbers', async () => {
        await page.getByRole('button', { name: say('build.workings.steps-on-the-ladder', { count: 1 }) }).click();
        await page.getByRole('button', { name: say('build.workings.example-on-the-ladder') }).click();
        await expect(page.getByText(say('quiz.workings.example')).first()).toBeVisible();
        await saved(page);
    });
    await isAccessible(page);
    await page.setViewportSize(phone);
    await expect(heading(page)).toBeVisible();
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
    await isAccessible(page);
    await page.setViewportSize({ width: 1280, height: 800 });
    await test.step('others like it come as a drill, and the quiz can be published', async () => {
        await page.getByRole('button', { name: say('build.workings.others-like-it') }).click();
        await page.getByLabel(say('build.workings.how-many')).selectOption('3');
        const member = page
            .getByRole('listitem')
            .filter({ hasText: anyOf('build.workings.difficulty', 'difficulty', ['easier', 'same', 'harder']) });
        await expect(member).toHaveCount(3);
        await page.getByRole('button', { name: say('build.workings.as-drill') }).click();
        await expect(page.getByLabel(say('build.series-editor.title'), { exact: true })).toHaveValue(say('quiz.workings.drill'));
        await saved(page);
        await page.getByRole('button', { name: say('build.build.publish'), exact: true }).click();
        await expect(page.getByText(say('build.build.edition-is-published', { edition: 1 }))).toBeVisible();
    });
});

test('numbers with units, what was written by hand, and what cannot be worked out', async ({ page }) => {
    await signUp(page);
    await begin(page, 'Along the coast', 'number', 'Write 2.5 km in m.');
    await expect(heading(page)).toBeVisible();
    const wrong = say('build.question-editor.entry', { kind: 'wrong', name: 2 });
    await page.keyboard.press('Alt+k');
    await page.keyboard.press('ArrowDown');
    await page.getByRole('checkbox', { name: begins('2500 m') }).check();
    await expect(page.getByLabel(say('build.question-editor.entry', { kind: 'accepted', name: 1 }), { exact: true })).toHaveValue('2500 m');
    await test.step('the slip behind an answer that was typed is named, and becomes its misconception', async () => {
        await page.getByLabel(wrong, { exact: true }).fill('250000 m');
        await page.getByRole('button', { name: say('build.workings.take-misconception') }).click();
        await expect(page.getByRole('button', { name: say('build.workings.take-misconception') })).toHaveCount(0);
        await saved(page);
    });
    await test.step('a sentence says why, and what was typed is kept', async () => {
        const field = page.getByLabel(say('build.workings.expression'), { exact: true });
        await field.fill('12 / (4 - 4)');
        await expect(page.getByText('This divides by zero.')).toBeVisible();
        await expect(field).toHaveValue('12 / (4 - 4)');
        await field.fill('2.5 km in kg');
        await expect(page.getByText('“km” cannot be written in “kg”.')).toBeVisible();
        await field.fill('(x + 3)^2');
        await expect(page.getByText(say('build.workings.other-kind', { kind: say('quiz.kind-within.number') }))).toBeVisible();
        await field.fill('');
        await expect(page.getByRole('checkbox', { name: begins('2500 m') })).toBeChecked();
    });
});
