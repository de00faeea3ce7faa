import { expect } from '@playwright/test';
import { isAccessible, phone, signInToDemo } from './helpers';
import { test } from './test';
import { begins, say } from './words';

test('a rehearsal answers by one key, lets a made-up student walk to the end, and says why', async ({ page }) => {
    await signInToDemo(page);
    await page.goto('/quizzes');
    await page.getByRole('link', { name: /Tides at Skerry Bay/ }).click();
    await page.getByRole('button', { name: say('build.build.rehearse'), exact: true }).click();
    const why = page.getByRole('region', { name: say('teacher.rehearse.why-it-went-so') });
    await expect(why.getByText('On to stop 1.')).toBeVisible();

    await test.step('a slip, help and the right answer, each by a key', async () => {
        await page.keyboard.press('Alt+w');
        await expect(why.getByText(/is a slip, the 1st here\. It opens rung 1/)).toBeVisible();
        await page.keyboard.press('Alt+r');
        await expect(page.getByRole('button', { name: say('player.question-view.check') })).toBeVisible();
        await page.keyboard.press('Alt+l');
        await expect(why.getByText('Help was asked for: rung 2 opens', { exact: false })).toBeVisible();
        await page.keyboard.press('Alt+r');
        await page.keyboard.press('Alt+r');
        await expect(why.getByText(/is right\.$/)).toBeVisible();
        await isAccessible(page);
    });
    await test.step('one event back shows where that was', async () => {
        await why.getByRole('button', { name: 'On to stop 1.' }).click();
        await expect(page.getByRole('button', { name: begins(say('cutaway.stop', { number: 1 })) }).first()).toHaveAttribute(
            'aria-current',
            'true',
        );
    });
    await test.step('somebody walks to the end; then it is looked at after it was released, and a further round begins', async () => {
        await page.getByLabel(say('teacher.rehearse.a-made-up-student')).selectOption(say('teacher.rehearse.student.never-slips'));
        await page.getByRole('button', { name: say('teacher.rehearse.walks-to-the-end') }).click();
        await expect(why.getByText(/^Finish: /)).toBeVisible();
        await page.getByLabel(say('teacher.rehearse.looked-at-when')).selectOption(say('teacher.rehearse.moment.released'));
        await expect(page.getByRole('button', { name: say('teacher.rehearse.a-further-round') })).toBeEnabled();
        await isAccessible(page);
        await page.getByRole('button', { name: say('teacher.rehearse.a-further-round') }).click();
        await expect(page.getByText(say('teacher.rehearse.round', { number: 2 }), { exact: true })).toBeVisible();
    });
    await test.step('under other terms it begins anew', async () => {
        await page.getByLabel(say('teacher.rehearse.under-which-terms')).selectOption({ value: 'check' });
        await expect(page.getByText(say('teacher.rehearse.round', { number: 2 }), { exact: true })).toHaveCount(0);
        await expect(page.getByRole('button', { name: say('player.player.overview') })).toBeVisible();
    });
    await page.setViewportSize(phone);
    await isAccessible(page);
});
