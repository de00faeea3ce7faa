import { expect } from '@playwright/test';
import { isAccessible, phone, signInToDemo } from './helpers';
import { test } from './test';
import { say } from './words';

test('a quiz prints with room to answer, with keys and feedback, or as a sheet of hints', async ({ page }) => {
    await signInToDemo(page);
    await page.goto('/quizzes');
    await page.getByRole('link', { name: /Simple electric circuits/ }).click();
    await page.getByRole('link', { name: say('build.build.print'), exact: true }).click();
    const paper = page.getByRole('article');
    await expect(paper.getByText('A bulb is joined to a battery by one wire only.', { exact: false })).toBeVisible();
    await test.step('the sheet of questions gives nothing away', async () => {
        await expect(paper.getByText('Follow the wire with a finger', { exact: false })).toHaveCount(0);
        await expect(paper.getByText('✕')).toHaveCount(0);
        await expect(paper.getByText('500 mA', { exact: false })).toHaveCount(0);
        await isAccessible(page);
    });
    await test.step('on paper there is nothing but the quiz, and no question is parted between two pages', async () => {
        await page.emulateMedia({ media: 'print' });
        await expect(page.getByRole('button')).toHaveCount(0);
        await expect(page.getByRole('link')).toHaveCount(0);
        expect(
            await paper
                .locator('.whole')
                .first()
                .evaluate((one) => getComputedStyle(one).breakInside),
        ).toBe('avoid');
        const pdf = await page.pdf({ format: 'A4', preferCSSPageSize: true });
        expect([...pdf.toString('latin1').matchAll(/\/Type\s*\/Page\b/g)].length).toBeGreaterThan(1);
        await page.emulateMedia({ media: 'screen' });
    });
    await test.step('keys and feedback, then hints alone', async () => {
        await page.getByLabel(say('teacher.print.sheet', { sheet: 'keys' })).check();
        await expect(paper.getByText('500 mA', { exact: false })).toBeVisible();
        await expect(paper.getByText('✕').first()).toBeVisible();
        await isAccessible(page);
        await page.getByLabel(say('teacher.print.sheet', { sheet: 'hints' })).check();
        await expect(paper.getByText('500 mA', { exact: false })).toHaveCount(0);
        await expect(paper.getByText('Ohms resist.')).toBeVisible();
    });
    await page.setViewportSize(phone);
    await isAccessible(page);
});
