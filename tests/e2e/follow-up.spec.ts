import { expect } from '@playwright/test';
import { newEntry, newQuestion } from '../../resources/js/quiz/making';
import { ulid } from '../../resources/js/ui/ulid';
import { enter, giveOut, isAccessible, makeQuiz, phone, signUp } from './helpers';
import { test } from './test';
import { post } from './videos';
import { begins, say } from './words';

test('those who share a misconception are followed up: groups by hand, a task proposed and looked at, given to just them, and told of later', async ({
    page,
    browser,
}) => {
    await signUp(page);
    await test.step('a quiz whose wrong answer shows a misconception, and has a reading under it', async () => {
        await makeQuiz(page, 'Leaves');
        const address = new URL(page.url()).pathname;
        const { version } = (await (await page.request.get(`/api${address}`)).json()) as { version: number };
        const misconception = { id: ulid(), text: 'Plants eat soil' };
        const reading = { id: ulid(), kind: 'reading', title: 'Where wood comes from', text: '<p>Out of the air.</p>' };
        const wrong = { ...newEntry(false, 'Soil'), misconception: misconception.id, ladder: [reading] };
        const question = { ...newQuestion(), prompt: '<p>What is wood made of?</p>', entries: [newEntry(true, 'Air'), wrong] };
        const put = (list: string, node: object) => ({ do: 'insert', into: 'quiz', list, before: null, node });
        const edits = [put('misconceptions', misconception), put('stops', { id: ulid(), kind: 'question', question })];
        await post(page, `${address}/changes`, { data: { id: ulid(), version, label: 'Leaves', edits } });
        await post(page, `${address}/editions`, {});
    });
    const phrase = await giveOut(page, 'Leaves', ['Ada', 'Bram', 'Cleo']);
    const own = page.url();
    const students: Record<string, Awaited<ReturnType<typeof enter>>> = {};
    for (const name of ['Ada', 'Bram']) {
        const student = await enter(browser, phrase, name);
        await student.getByRole('button', { name: say('student.own.start') }).click();
        await student.getByText('Soil').click();
        await student.getByRole('button', { name: say('player.question-view.check') }).click();
        await expect(student.getByText('Out of the air.')).toBeVisible();
        students[name] = student;
    }

    await page.goto(own);
    await page.getByRole('link', { name: begins('Leaves') }).click();
    await page.getByRole('link', { name: say('teacher.task.look-back') }).click();
    const group = page.getByRole('region', { name: say('teacher.evidence.groups-that-need-the-same') });
    await test.step('by hand Cleo, who has not begun, comes in, and goes out again', async () => {
        await expect(group.getByRole('listitem')).toContainText('Ada, Bram');
        await group.getByRole('button', { name: say('teacher.groups.change') }).press('Enter');
        await group.getByLabel('Cleo').selectOption({ label: 'Plants eat soil' });
        await expect(group.getByText('Ada, Bram, Cleo')).toBeVisible();
        await expect(group.getByText(say('teacher.groups.by-hand'))).toBeVisible();
        await isAccessible(page);
        await page.reload();
        await expect(group.getByText('Ada, Bram, Cleo')).toBeVisible();
        await group.getByRole('button', { name: say('teacher.groups.as-proposed') }).press('Enter');
        await expect(group.getByText('Ada, Bram, Cleo')).toHaveCount(0);
    });
    await test.step('what is proposed is looked at, and by keyboard given to just those two', async () => {
        await group.getByRole('link', { name: say('teacher.follow-up.follow-up', { students: 2 }) }).press('Enter');
        await expect(page.getByText('Out of the air.')).toBeVisible();
        await expect(page.getByText('What is wood made of?')).toBeVisible();
        await isAccessible(page);
        await page.setViewportSize(phone);
        expect(await page.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth)).toBe(true);
        await isAccessible(page);
        await page.setViewportSize({ width: 1280, height: 800 });
        await page.getByLabel(say('teacher.follow-up.a-few-words-first')).fill('Think of smoke.');
        await page.getByRole('button', { name: say('teacher.follow-up.give', { n: 2 }) }).press('Enter');
        await expect(page.getByRole('heading', { name: say('teacher.give.it-is-given') })).toBeVisible();
    });
    await test.step('where one looks back it stands with the others, and says that nothing can be told yet', async () => {
        await page.getByRole('link', { name: say('teacher.follow-up.back', { title: 'Leaves' }) }).click();
        const followUps = page.getByRole('region', { name: say('teacher.follow-up.follow-ups') });
        await expect(followUps).toContainText(say('teacher.follow-up.nothing-since'));
        await expect(followUps).toContainText('Ada, Bram');
        await isAccessible(page);
    });
    await test.step('they have it, with the words first, and the third does not', async () => {
        const title = say('teacher.follow-up.once-more', { title: 'Leaves' });
        const { Ada: ada } = students;
        await ada?.goto('/me');
        await ada
            ?.getByRole('listitem')
            .filter({ hasText: title })
            .getByRole('button', { name: say('student.own.start') })
            .click();
        await expect(ada?.getByText('Think of smoke.') ?? page.getByText('nobody')).toBeVisible();
        const cleo = await enter(browser, phrase, 'Cleo');
        await expect(cleo.getByText('Leaves').first()).toBeVisible();
        await expect(cleo.getByText(title)).toHaveCount(0);
    });
});
