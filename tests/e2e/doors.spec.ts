import { expect } from '@playwright/test';
import { enter, isAccessible, signInToDemo, signUp } from './helpers';
import { test } from './test';
import { anyFigures, begins, say } from './words';

test('a forgotten password is reset by the letter in the post box', async ({ page }) => {
    const email = await signUp(page);
    await page.getByRole('button', { name: say('teacher.navigation.sign-out') }).click();
    await expect(page.getByRole('heading', { name: say('teacher.account.sign-in') })).toBeVisible();
    await isAccessible(page);
    await page.getByRole('link', { name: say('teacher.account.forgotten-your-password') }).click();
    await page.getByLabel(say('teacher.account.mail-address')).fill(email);
    await page.getByRole('button', { name: say('teacher.account.send-me-a-link') }).click();
    await expect(page.getByText(say('teacher.account.if-there-is-an-account'))).toBeVisible();
    await page.goto('/post-box');
    const letter = page.getByRole('listitem').filter({ hasText: email });
    await letter.getByRole('link').click();
    await page.getByLabel(say('teacher.account.new-password')).fill('a new long one');
    await page.getByRole('button', { name: say('teacher.account.set-the-password') }).click();
    await page.getByLabel(say('teacher.account.mail-address')).fill(email);
    await page.getByLabel(say('teacher.account.password')).fill('salt and spray');
    await page.getByRole('button', { name: say('teacher.account.sign-in') }).click();
    await expect(page.getByText(say('problem.account.wrong-password'))).toBeVisible();
    await page.getByLabel(say('teacher.account.password')).fill('a new long one');
    await page.getByRole('button', { name: say('teacher.account.sign-in') }).click();
    await expect(page.getByRole('heading', { name: say('teacher.today.today') })).toBeVisible();
});

test('a wrong phrase and a wrong secret get a clear sentence', async ({ page, browser }) => {
    await page.goto('/join');
    await isAccessible(page);
    await page.getByLabel(say('student.entry.your-class-phrase')).fill('no such words');
    await page.getByRole('button', { name: say('student.entry.find-my-class') }).click();
    await expect(page.getByText(say('problem.entry.no-class'))).toBeVisible();
    await page.goto('/join/silver-heron-reef');
    await page.getByLabel(say('student.entry.your-name-as-your-teacher')).fill('Nobody Here');
    await page.getByLabel(say('student.entry.i-have-a-secret-already')).check();
    await page.getByLabel(say('student.entry.your-secret')).fill('guess');
    await isAccessible(page);
    await page.getByRole('button', { name: say('student.entry.go-in') }).click();
    await expect(page.getByText(say('problem.entry.does-not-fit'))).toBeVisible();
    const ada = await enter(browser, 'Silver Heron Reef', 'Ada Brandt', false, 'seashell');
    await expect(ada.getByText('Tides at Skerry Bay')).toBeVisible();
});

test('the demo’s class at work has something to show in every view', async ({ page }) => {
    await signInToDemo(page);
    await isAccessible(page);
    await page
        .getByRole('region', { name: say('teacher.today.running-now') })
        .getByRole('link', { name: /Tides at Skerry Bay/ })
        .first()
        .click();
    await expect(page.getByText(anyFigures('teacher.task-line.of-began', ['started'], { students: 24 }))).toBeVisible();
    await expect(page.getByRole('cell', { name: say('ui.standing.right-after-help-or-a') }).first()).toBeVisible();
    await isAccessible(page);
    await test.step('for the class all is covered, and each cover is lifted by itself and stays so', async () => {
        await page.getByText(say('ui.covers.for-the-class')).click();
        await expect(page.getByText('Bram Oduya')).toHaveCount(0);
        await expect(page.getByRole('cell', { name: say('ui.standing.right-after-help-or-a') })).toHaveCount(0);
        await page.getByRole('button', { name: begins(say('cutaway.stop', { number: 2 })) }).click();
        await expect(page.getByText(say('teacher.answer-bars.right'))).toHaveCount(0);
        await expect(page.getByText('= 3.8')).toHaveCount(0);
        await page.getByRole('button', { name: say('teacher.task.lift-the-answers') }).click();
        await expect(page.getByText(say('teacher.answer-bars.right'))).toBeVisible();
        await isAccessible(page);
        await page.getByRole('button', { name: say('teacher.task.all-students') }).click();
        await page.getByRole('switch', { name: say('ui.covers.cover', { cover: 'names' }) }).click();
        await page.reload();
        await expect(page.getByRole('link', { name: 'Bram Oduya' })).toBeVisible();
        await expect(page.getByText('= 3.8')).toHaveCount(0);
        await expect(page.getByRole('cell', { name: say('ui.standing.right-after-help-or-a') })).toHaveCount(0);
        await page.getByRole('switch', { name: say('ui.covers.cover', { cover: 'scores' }) }).click();
        await expect(page.getByRole('cell', { name: say('ui.standing.right-after-help-or-a') }).first()).toBeVisible();
        await page.getByText(say('ui.covers.for-me')).click();
        await page.getByText(say('ui.covers.for-the-class')).click();
        await expect(page.getByText('Bram Oduya')).toHaveCount(0);
    });
    await test.step('the picture and the students by questions are seen at once', async () => {
        const inSight = async (name: string) =>
            (await page.getByRole('region', { name, exact: true }).boundingBox()) ?? { x: 0, y: 9999, width: 0, height: 0 };
        const [picture, students] = [
            await inSight(say('teacher.task.where-the-students-are')),
            await inSight(say('teacher.task.students')),
        ];
        expect(Math.max(picture.y, students.y)).toBeLessThan(400);
        expect(students.x).toBeGreaterThan(picture.x + picture.width - 1);
    });
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
        .getByRole('region', { name: say('teacher.today.running-now') })
        .getByRole('link', { name: /Tides at Skerry Bay/ })
        .first()
        .click();
    await expect(page.getByText(anyFigures('teacher.task-line.of-began', ['started'], { students: 24 }))).toBeVisible();
    await isAccessible(page);
    await page.goto('/quizzes');
    await page.getByRole('link', { name: /Tides at Skerry Bay/ }).click();
    await page.getByRole('button', { name: begins(say('cutaway.stop', { number: 1 })) }).click();
    await isAccessible(page);
});
