import { expect, type Page } from '@playwright/test';
import { newEntry, newQuestion } from '../../resources/js/quiz/making';
import { ulid } from '../../resources/js/ui/ulid';
import { answersFromDevice, enter, firstTask, giveOut, isAccessible, makeQuiz, phone, post, signUp } from './helpers';
import { test } from './test';
import { begins, say } from './words';

/** A quiz whose wrong answer shows a misconception, and has a reading under it; the ids of its question and answers. */
async function publishLeaves(page: Page): Promise<{ question: string; air: string; soil: string }> {
    await makeQuiz(page, 'Leaves');
    const address = new URL(page.url()).pathname;
    const { version } = (await (await page.request.get(`/api${address}`)).json()) as { version: number };
    const misconception = { id: ulid(), text: 'Plants eat soil' };
    const reading = { id: ulid(), kind: 'reading', title: 'Where wood comes from', text: '<p>Out of the air.</p>' };
    const right = newEntry(true, 'Air');
    const wrong = { ...newEntry(false, 'Soil'), misconception: misconception.id, ladder: [reading] };
    const question = { ...newQuestion(), prompt: '<p>What is wood made of?</p>', entries: [right, wrong] };
    const put = (list: string, node: object) => ({ do: 'insert', into: 'quiz', list, before: null, node });
    const edits = [put('misconceptions', misconception), put('stops', { id: ulid(), kind: 'question', question })];
    await post(page, `${address}/changes`, { data: { id: ulid(), version, label: 'Leaves', edits } });
    await post(page, `${address}/editions`, {});
    return { question: question.id, air: right.id, soil: wrong.id };
}

test('those who share a misconception are followed up: groups by hand, a task proposed and looked at, given to just them, and told of later', async ({
    page,
    browser,
}) => {
    await signUp(page);
    await publishLeaves(page);
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

test('last night makes this morning: how to open the lesson, on the board by one press, and how that went', async ({ page, browser }) => {
    await signUp(page);
    const { question, air, soil } = await publishLeaves(page);
    const names = ['Ada', 'Bram', 'Cleo', 'Davit', 'Elif'];
    const phrase = await giveOut(page, 'Leaves', names);
    const task = await firstTask(page);
    for (const name of names) {
        await answersFromDevice(browser, { phrase, name, task }, { question, response: { choices: [name === 'Elif' ? air : soil] } });
    }
    await page.goto('/today');
    await test.step('one that is not wanted is gone, and comes back where that was a slip', async () => {
        const heading = page.getByRole('heading', { name: say('teacher.opening.for-next-lesson') });
        await page.getByRole('button', { name: say('teacher.opening.leave-of', { title: 'Leaves' }) }).press('Enter');
        await expect(heading).toHaveCount(0);
        await page.getByRole('button', { name: say('teacher.opening.propose-again') }).click();
        await expect(heading).toBeVisible();
        await isAccessible(page);
    });
    await page
        .getByRole('link', { name: begins('Leaves Year 8') })
        .first()
        .press('Enter');
    await expect(page.getByText(say('teacher.opening.right-at-once', { right: 1, of: 5 }))).toBeVisible();
    await expect(page.getByText(say('teacher.opening.slip', { text: 'Soil', n: 4 }))).toBeVisible();
    await isAccessible(page);
    await test.step('for the class, names are covered; on a phone it is no wider than the screen', async () => {
        await page.getByText(say('ui.covers.for-the-class')).click();
        await expect(page.getByText('Elif')).toHaveCount(0);
        await page.getByText(say('ui.covers.for-me')).click();
        await page.setViewportSize(phone);
        expect(await page.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth)).toBe(true);
        await isAccessible(page);
        await page.setViewportSize({ width: 1280, height: 800 });
    });
    await page.getByRole('button', { name: say('teacher.opening.put-on-board') }).press('Enter');
    await page.waitForURL('**/sittings/*');
    await expect(page.getByText(say('teacher.opening.of-task', { title: 'Leaves' }))).toBeVisible();
    await page.goto(`/tasks/${task}/evidence`);
    await expect(page.getByText(say('teacher.opening.for-next-lesson'))).toBeVisible();
    await page.getByRole('link', { name: say('teacher.opening.title') }).click();
    await expect(page.getByText(say('teacher.opening.before-and-then', { right: 1, of: 5, thenRight: 0, thenOf: 0 }))).toBeVisible();
});
