import { expect, type Page } from '@playwright/test';
import { isTranslated, written } from './accents';
import { comeIn, demo, phone, signInToDemo } from './helpers';
import { test } from './test';
import { begins, say, speakAccented, speakEnglish } from './words';

// Another language than English is there for whoever's device asks for it: here a made-up one, English with accents, a third longer.

test.beforeAll(speakAccented);
test.afterAll(speakEnglish);
test.use({ locale: 'en-XA' });

async function arrived(page: Page): Promise<void> {
    await expect(page.getByText(say('ui.one-moment'))).toHaveCount(0);
    await page.waitForLoadState('networkidle');
}

test('a teacher’s pages speak the language of the device', async ({ page }) => {
    test.setTimeout(180_000);
    const known = written(page);
    const look = async () => {
        await arrived(page);
        await isTranslated(page, known);
    };
    for (const address of ['/sign-in', '/sign-up', '/forgotten-password', '/new-password?token=x&email=y', '/post-box']) {
        await page.goto(address);
        await look();
    }
    await page.goto('/sign-in');
    await page.getByLabel(say('teacher.account.mail-address')).fill('nobody@school.example');
    await page.getByLabel(say('teacher.account.password')).fill('nothing at all');
    await page.getByRole('button', { name: say('teacher.account.sign-in') }).click();
    await expect(page.getByText(say('problem.account.wrong-password'))).toBeVisible();
    await signInToDemo(page);
    await look();
    await page.goto('/quizzes');
    await look();
    await page.getByRole('link', { name: /Simple electric circuits/ }).click();
    await look();
    await expect(page.getByRole('button', { name: begins(`${say('cutaway.stop', { number: 1 })}:`) })).toBeVisible();
    // Each stop, cue, rung and finish of the picture has its own editor.
    const nodes = await page.locator('[data-node]').evaluateAll((found) => found.map((one) => one.getAttribute('data-node') ?? ''));
    expect(nodes.length).toBeGreaterThan(20);
    for (const node of nodes) {
        await page.locator(`[data-node="${node}"]`).click();
        for (const closed of await page.locator('details:not([open]) > summary').all()) {
            if (await closed.isVisible()) {
                await closed.click();
            }
        }
        await look();
    }
    const quiz = new URL(page.url()).pathname;
    for (const address of [`${quiz}/history`, `${quiz}/rehearse`]) {
        await page.goto(address);
        await look();
    }
    await page.goto('/classes');
    await look();
    await page.getByRole('link', { name: /Year 8 Geography/ }).click();
    await page.getByRole('link', { name: say('teacher.give.give-out-a-quiz') }).click();
    await page.getByLabel(say('teacher.give.quiz'), { exact: true }).selectOption({ index: 1 });
    await page.getByText(say('teacher.give.change-something')).click();
    await page.getByText(say('teacher.terms-editor.each-term')).click();
    await look();
    await page.goto('/school');
    await look();
    await page.goto('/classes');
    await page.getByRole('link', { name: /Year 8 Geography/ }).click();
    await page.locator('a[href$="/roster"]').click();
    await look();
    await page.getByRole('link', { name: say('teacher.class.tasks'), exact: true }).click();
    // The calendar names it, too.
    await page
        .getByRole('link', { name: /Tides at Skerry Bay/ })
        .first()
        .click();
    await look();
    const task = new URL(page.url()).pathname;
    await page.getByRole('link', { name: 'Bram Oduya' }).click();
    await look();
    await page.goto(`${task}/evidence`);
    await look();
});

test('a student’s pages speak the language of the device, on a phone', async ({ page }) => {
    test.setTimeout(120_000);
    await page.setViewportSize(phone);
    const known = written(page);
    const look = async () => {
        await arrived(page);
        await isTranslated(page, known);
    };
    await page.goto('/join');
    await look();
    await comeIn(page, demo.phrase, 'Wren Okafor', false, 'seashell');
    await look();
    await page.getByRole('button', { name: say('student.reading-support.how-this-page-reads') }).click();
    await look();
    await page.keyboard.press('Escape');
    const task = page.getByRole('listitem').filter({ hasText: 'Simple electric circuits' });
    await task.getByRole('button', { name: say('student.own.start') }).click();
    await expect(page.getByRole('heading', { name: 'What we found on Monday' })).toBeVisible();
    await look();
    await page.getByRole('button', { name: say('player.question-view.go-on'), exact: true }).click();
    await expect(page.getByRole('radio').first()).toBeVisible();
    await look();
    await page.getByRole('radio').first().check();
    await page.getByRole('button', { name: say('player.question-view.check') }).click();
    await expect(page.getByText(new RegExp(`${say('player.verdict.right')}|${say('player.verdict.not-yet')}`))).toBeVisible();
    await look();
});
