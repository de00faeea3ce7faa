import { readFileSync } from 'node:fs';
import { expect } from '@playwright/test';
import { strFromU8, unzipSync } from 'fflate';
import { gradebookOf } from './gradebook';
import { enter, giveOut, isAccessible, phone, post, publishNumber, signUp } from './helpers';
import { test } from './test';
import { begins, say } from './words';

test('the record of a class: what counts, who is missing or excused, shown to students when the teacher says so, and taken away', async ({
    page,
    browser,
}) => {
    await signUp(page);
    await publishNumber(page, 'Terns');
    const phrase = await giveOut(page, 'Terns', ['Ada Zimmer', 'Bram Abara', 'Cleo'], async () => {
        await page.getByLabel(say('teacher.terms-editor.purpose')).selectOption('check');
    });
    const ada = await enter(browser, phrase, 'Ada Zimmer');
    await ada.getByRole('button', { name: say('student.own.start') }).click();
    await ada.getByRole('textbox').fill('3');
    await ada.getByRole('button', { name: say('player.question-view.keep-this-answer') }).click();
    await ada.getByRole('button', { name: say('player.overview.hand-it-all-in') }).click();
    await expect(ada.getByText(say('student.round.everything-has-arrived-your-teacher'))).toBeVisible();

    await page.getByRole('link', { name: say('teacher.class.record') }).click();
    const lines = page.locator('tbody > tr > th');
    await test.step('students stand by their last names, and what counts is told', async () => {
        await expect(lines).toHaveText(['Bram Abara', 'Cleo', 'Ada Zimmer']);
        await expect(page.getByRole('row', { name: begins('Ada Zimmer') })).toContainText(/100 %|0 %/);
        await isAccessible(page);
    });
    await test.step('by keyboard a name opens, and its task is excused and counts again', async () => {
        await page.getByRole('button', { name: 'Bram Abara' }).focus();
        await page.keyboard.press('Enter');
        await expect(page.getByText(say('teacher.record.not-begun', { missing: 'no' }))).toBeVisible();
        await page.getByRole('button', { name: say('teacher.record.excuse-from', { title: 'Terns', excused: 'no' }) }).press('Enter');
        await expect(page.getByRole('row', { name: begins('Bram Abara') })).toContainText(
            say('teacher.record.state', { state: 'excused' }),
        );
        await isAccessible(page);
        await page.getByRole('button', { name: say('teacher.record.excuse-from', { title: 'Terns', excused: 'yes' }) }).press('Enter');
        await expect(page.getByRole('row', { name: begins('Bram Abara') })).not.toContainText(
            say('teacher.record.state', { state: 'excused' }),
        );
    });
    await test.step('what is missing can count as nothing, also after a reload', async () => {
        await page.getByText(say('teacher.record.missing-is-nought')).click();
        await page.reload();
        await expect(page.getByRole('switch', { name: say('teacher.record.missing-is-nought') })).toBeChecked();
    });
    await test.step('one student sees a score before the others', async () => {
        await page.getByRole('button', { name: 'Ada Zimmer', exact: true }).click();
        const show = { title: 'Terns', name: 'Ada Zimmer' };
        await page.getByRole('button', { name: say('teacher.record.release-to-of', { ...show, seen: 'no' }) }).press('Enter');
        await expect(page.getByText(say('teacher.record.is-seen', { title: 'Terns', seen: 'no', others: 1 }))).toBeVisible();
        await ada.goto('/me');
        await expect(ada.getByText(/\d+ %|of 1/).first()).toBeVisible();
        await isAccessible(page);
        await page.getByRole('button', { name: say('teacher.record.release-to-of', { ...show, seen: 'yes' }) }).click();
        await expect(page.getByText(say('teacher.record.is-seen', { title: 'Terns', seen: 'no', others: 0 }))).toBeVisible();
        await page.getByRole('button', { name: 'Ada Zimmer', exact: true }).click();
    });
    await test.step('students see a score when the teacher shows it, and no longer when it is taken back', async () => {
        await page.getByRole('button', { name: say('teacher.record.release-of', { title: 'Terns', seen: 'no' }) }).click();
        await expect(page.getByText(say('teacher.record.is-seen', { title: 'Terns', seen: 'yes', others: 0 }))).toBeVisible();
        await ada.goto('/me');
        await expect(ada.getByText(/\d+ %|of 1/).first()).toBeVisible();
        await page.getByRole('button', { name: say('teacher.record.release-of', { title: 'Terns', seen: 'yes' }) }).click();
        await expect(page.getByText(say('teacher.record.is-seen', { title: 'Terns', seen: 'no', others: 0 }))).toBeVisible();
    });
    await test.step('it goes to the gradebook once it may be seen, and who has no number there is told', async () => {
        const gradebook = await gradebookOf(page);
        const columns = `${gradebook}/classes/${Date.now()}/columns`;
        await page.getByLabel(say('teacher.gradebook.columns')).fill('https://elsewhere.example/columns');
        await page.getByRole('button', { name: say('teacher.gradebook.connect') }).click();
        await expect(page.getByText(say('problem.gradebook.not-its-address'))).toBeVisible();
        await page.getByLabel(say('teacher.gradebook.columns')).fill(columns);
        await page.getByLabel(say('teacher.gradebook.columns')).press('Enter');
        const line = page.getByRole('switch', { name: say('teacher.gradebook.pass-on', { title: 'Terns' }) });
        await line.press('Space');
        await expect(page.getByText(say('teacher.gradebook.nothing-yet'))).toBeVisible();
        await page.getByRole('button', { name: say('teacher.record.release-of', { title: 'Terns', seen: 'no' }) }).click();
        await expect(page.getByText(say('teacher.record.is-seen', { title: 'Terns', seen: 'yes', others: 0 }))).toBeVisible();
        // What changes is looked at each minute; switched off and on again, at once.
        await line.press('Space');
        await expect(line).not.toBeChecked();
        await line.press('Space');
        await expect(page.getByText(say('teacher.gradebook.refused', { name: 'Ada Zimmer', why: 'number' }))).toBeVisible({
            timeout: 15_000,
        });
        await isAccessible(page);
        const roster = new URL(page.url()).pathname.replace('/record', '');
        const { roster: students } = (await (await page.request.get(`/api${roster}`)).json()) as { roster: { id: string; name: string }[] };
        const id = students.find(({ name }) => name === 'Ada Zimmer')?.id ?? '';
        const person = { given: 'Ada', family: 'Zimmer', called: null, number: `T-${Date.now()}` };
        await post(page, `${roster}/students/${id}/name`, { method: 'PUT', data: person });
        await page.getByRole('button', { name: say('teacher.gradebook.again-of', { title: 'Terns' }) }).click();
        await expect(page.getByText(say('teacher.gradebook.counts', { sent: 1, waiting: 0, refused: 0 }))).toBeVisible({ timeout: 20_000 });
        const log = (await (await page.request.get(`${gradebook}/log`)).json()) as { body: string; status: number }[];
        expect(log.filter(({ body, status }) => status === 204 && body.includes(person.number))).toHaveLength(1);
    });
    await test.step('it is taken away as a workbook and as CSV', async () => {
        const saved = async (words: string) => {
            const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: words }).click()]);
            return { name: file.suggestedFilename(), bytes: readFileSync(await file.path()) };
        };
        const book = await saved(say('ui.take-away.spreadsheet'));
        expect([book.name, book.bytes.subarray(0, 2).toString()]).toEqual(['Year 8.xlsx', 'PK']);
        const zip = await saved(say('ui.take-away.csv'));
        expect(zip.name).toBe('Year 8.zip');
        const files = unzipSync(zip.bytes);
        const scores = `${say('teacher.record.sheet', { of: 'scores' })}.csv`;
        expect(Object.keys(files).length).toBeGreaterThan(1);
        expect(strFromU8(files[scores] ?? new Uint8Array())).toContain('Zimmer,Ada,,');
    });
    await test.step('for the class, names and scores are covered', async () => {
        await page.getByText(say('ui.covers.for-the-class')).click();
        await expect(page.getByText('Ada Zimmer')).toHaveCount(0);
        await expect(lines.first()).toHaveText(say('teacher.record.student-number', { number: 1 }));
        await page.getByText(say('ui.covers.for-me')).click();
    });
    await test.step('and on a phone it is wider than the screen, and the page is not', async () => {
        await page.setViewportSize(phone);
        await expect(page.getByRole('button', { name: 'Ada Zimmer' })).toBeVisible();
        expect(await page.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth)).toBe(true);
        await isAccessible(page);
    });
});
