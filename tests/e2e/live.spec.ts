import { expect } from '@playwright/test';
import { enter, giveOut, publishNumber, signUp } from './helpers';
import { test } from './test';
import { say } from './words';

// With it, things show in a blink; without it they show all the same, only later.
for (const heard of [true, false]) {
    test(`what happens anywhere shows where it matters, ${heard ? 'as it is heard' : 'also where nothing is heard'}`, async ({
        page,
        browser,
    }) => {
        await signUp(page);
        await publishNumber(page, 'Terns');
        const phrase = await giveOut(page, 'Terns', ['Ada Brandt']);
        const ada = await enter(browser, phrase, 'Ada Brandt');
        if (!heard) {
            await page.context().route('**/live/**', (route) => route.abort());
            await ada.context().route('**/live/**', (route) => route.abort());
            await ada.reload();
        }
        let asked = 0;
        page.on('request', (request) => {
            asked += request.url().endsWith('/lookout') ? 1 : 0;
        });
        const listens = page.waitForRequest((request) => request.url().includes('/live/task/'));
        await page.getByRole('link', { name: /Terns/ }).click();
        await listens;
        await expect(page.getByText('0 of 1 began, 0 finished')).toBeVisible();
        await page.waitForTimeout(1000);
        const before = asked;
        await page.waitForTimeout(5000);
        // Whoever hears does not ask all the time.
        expect(asked - before)[heard ? 'toBeLessThan' : 'toBeGreaterThan'](heard ? 2 : 1);

        await test.step('the teacher sees the student begin', async () => {
            await ada.getByRole('button', { name: say('student.own.start') }).click();
            await expect(page.getByText('1 of 1 began, 0 finished')).toBeVisible({ timeout: heard ? 1500 : 5000 });
        });
        await test.step('the student sees that the task was closed, without asking', async () => {
            await page.getByRole('button', { name: say('teacher.task.close-the-task') }).click();
            await expect(ada.getByText(say('student.round.everything-has-arrived-your-teacher'))).toBeVisible({
                timeout: heard ? 3000 : 8000,
            });
        });
        await test.step('and on the own page that it is open again', async () => {
            await ada.goto('/me');
            await expect(ada.getByText(say('student.own.this-task-is-closed', { round: 'yes', late: 'no' }))).toBeVisible();
            await page.getByRole('button', { name: say('teacher.task.open-again') }).click();
            await expect(ada.getByRole('button', { name: say('student.own.go-on-where-you-were') })).toBeVisible({
                timeout: heard ? 3000 : 8000,
            });
        });
        await ada.context().close();
    });
}

test('nobody hears of what is not theirs', async ({ page }) => {
    await page.goto('/sign-in');
    expect((await page.request.get('/live/teacher/01KADE0000FFFFFFFFFFFFFFFF')).status()).toBe(403);
    await signUp(page);
    for (const channel of ['teacher', 'task', 'student']) {
        expect((await page.request.get(`/live/${channel}/01KADE0000FFFFFFFFFFFFFFFF`)).status()).toBe(403);
    }
    // Who listens is decided by where, not by what whoever asks says of it.
    const { id } = (await (await page.request.get('/api/teacher')).json()) as { id: string };
    const forged = await page.request.get('/live/task/01KADE0000FFFFFFFFFFFFFFFF', { headers: { 'X-Channel': `teacher/${id}` } });
    expect(forged.status()).toBe(403);
});
