import { expect } from '@playwright/test';
import type { Quiz } from '../../resources/js/api/types';
import { answersFromDevice, firstTask, giveOut, isAccessible, phone, publishNumber, signUp } from './helpers';
import { test } from './test';
import { say } from './words';

test('an answer that several typed and nobody foresaw is foreseen by one press, accepted by another, and each is taken back', async ({
    page,
    browser,
}) => {
    await signUp(page);
    const address = await publishNumber(page, 'Terns');
    const quiz = (await (await page.request.get(`/api${new URL(address).pathname}`)).json()) as Quiz;
    const [stop] = quiz.document.stops ?? [];
    const question = stop?.kind === 'question' ? stop.question.id : '';
    const names = ['Ada', 'Bram', 'Cleo'];
    const phrase = await giveOut(page, 'Terns', names);
    const task = await firstTask(page);
    for (const name of names) {
        await answersFromDevice(browser, { phrase, name, task }, { question, response: { text: name === 'Cleo' ? '88' : '77' } });
    }
    await page.goto(`/tasks/${task}/evidence`);
    const unforeseen = page.getByRole('region', { name: say('teacher.evidence.nobody-foresaw') });
    const foresee = unforeseen.getByRole('button', { name: say('teacher.evidence.foresee-as', { text: '77' }) });
    await expect(unforeseen.getByRole('listitem')).toHaveCount(1);
    await isAccessible(page);
    await test.step('by keyboard it becomes a wrong answer of the question, for those who gave it, too', async () => {
        await foresee.press('Enter');
        await expect(unforeseen.getByText(say('teacher.evidence.foreseen', { text: '77', right: 'no' }))).toBeVisible();
        await expect(foresee).toHaveCount(0);
        await isAccessible(page);
    });
    await test.step('taken back, nobody has foreseen it', async () => {
        await unforeseen.getByRole('button', { name: say('teacher.evidence.undo-foreseen') }).click();
        await expect(foresee).toBeVisible();
    });
    await test.step('as a right one it counts for both', async () => {
        await unforeseen.getByRole('button', { name: say('teacher.evidence.accept-as', { text: '77' }) }).click();
        await expect(unforeseen.getByText(say('teacher.evidence.foreseen', { text: '77', right: 'yes' }))).toBeVisible();
        const evidence = (await (await page.request.get(`/api/tasks/${task}/evidence`)).json()) as {
            questions: { atOnce: { count: number; of: number } }[];
        };
        expect(evidence.questions.map(({ atOnce }) => [atOnce.count, atOnce.of])).toEqual([[2, 3]]);
        await page.setViewportSize(phone);
        expect(await page.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth)).toBe(true);
    });
});
