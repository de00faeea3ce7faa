import { readFileSync } from 'node:fs';
import { expect, type Page } from '@playwright/test';
import { enter, giveOut, isAccessible, phone, publishNumber, signUp } from './helpers';
import { test } from './test';
import { begins, say } from './words';

/** On paper stands the report, and nothing of what leads to it; on a phone the page is no wider than the screen. */
async function prints(page: Page) {
    await isAccessible(page);
    await page.emulateMedia({ media: 'print' });
    await expect(page.getByRole('button', { name: say('ui.print-bar.print-it') })).toBeHidden();
    await expect(page.getByRole('link', { name: say('teacher.navigation.school') })).toBeHidden();
    await expect(page.getByRole('article').getByRole('heading', { level: 1 })).toBeVisible();
    await page.emulateMedia({ media: 'screen' });
    await page.setViewportSize(phone);
    expect(await page.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth)).toBe(true);
    await isAccessible(page);
    await page.setViewportSize({ width: 1280, height: 800 });
}

async function saved(page: Page, name: string) {
    const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name }).press('Enter')]);
    return { name: file.suggestedFilename(), bytes: readFileSync(await file.path()) };
}

test('a class and a task are printed, the events leave in an open format, and a person gets everything kept about them', async ({
    page,
    browser,
}) => {
    await signUp(page);
    await publishNumber(page, 'Terns');
    const phrase = await giveOut(page, 'Terns', ['Ada Zimmer', 'Bram Abara'], async () => {
        await page.getByLabel(say('teacher.terms-editor.purpose')).selectOption('check');
    });
    for (const [name, answer] of [
        ['Ada Zimmer', '3'],
        ['Bram Abara', '4'],
    ] as const) {
        const student = await enter(browser, phrase, name);
        await student.getByRole('button', { name: say('student.own.start') }).click();
        await student.getByRole('textbox').fill(answer);
        await student.getByRole('button', { name: say('player.question-view.keep-this-answer') }).click();
        await student.getByRole('button', { name: say('player.overview.hand-it-all-in') }).click();
        await expect(student.getByText(say('student.round.everything-has-arrived-your-teacher'))).toBeVisible();
        await student.context().close();
    }
    await page.getByRole('link', { name: say('teacher.class.record') }).click();
    await page.getByText(say('teacher.record.missing-is-nought')).click();
    const record = page.url();
    await test.step('the class', async () => {
        await page.getByRole('link', { name: say('ui.take-away.report') }).press('Enter');
        const students = page.getByRole('region', { name: say('teacher.roster.students') });
        await expect(students.getByRole('rowheader')).toHaveText(['Abara, Bram', 'Zimmer, Ada']);
        await expect(students.getByRole('row', { name: begins('Abara, Bram') })).toContainText('0 %');
        await expect(page.getByRole('region', { name: say('teacher.class.tasks') }).getByRole('row', { name: /Terns/ })).toContainText(
            '50 %',
        );
        await expect(page.getByRole('region', { name: say('teacher.report.how-far') }).getByRole('cell')).toHaveText(['0', '100']);
        await prints(page);
        await page.getByText(say('ui.covers.for-the-class')).click();
        await expect(students.getByRole('rowheader').first()).toHaveText(say('teacher.record.student-number', { number: 1 }));
        await expect(page.getByText('50 %')).toHaveCount(0);
        await page.getByText(say('ui.covers.for-me')).click();
        // What the record was turned to is so again.
        await page.getByRole('link', { name: say('teacher.report.back-to-the-record') }).click();
        await expect(page).toHaveURL(record);
    });
    await test.step('one student, for a talk', async () => {
        await page.getByRole('button', { name: 'Bram Abara', exact: true }).press('Enter');
        await page.getByRole('link', { name: say('teacher.record.print-student', { name: 'Bram Abara' }) }).press('Enter');
        await expect(page.getByRole('article').getByRole('heading', { level: 1 })).toHaveText('Bram Abara');
        await expect(
            page.getByRole('region', { name: say('teacher.class.tasks') }).getByRole('row', { name: begins('Terns') }),
        ).toContainText('0 %');
        await expect(page.getByText('Ada Zimmer')).toHaveCount(0);
        await prints(page);
        await page.getByRole('link', { name: say('teacher.report.back-to-the-record') }).click();
        await expect(page.getByRole('link', { name: say('teacher.record.print-student', { name: 'Bram Abara' }) })).toBeVisible();
    });
    await test.step('a task', async () => {
        await page.getByRole('cell').getByRole('link').first().click();
        await page.getByRole('link', { name: say('ui.take-away.report') }).press('Enter');
        await expect(page.getByRole('region', { name: say('teacher.question-table.questions') }).getByRole('row')).toHaveCount(2);
        const students = page.getByRole('region', { name: say('teacher.roster.students') });
        await expect(students.getByRole('rowheader')).toHaveText(['Abara, Bram', 'Zimmer, Ada']);
        await expect(students.getByRole('row', { name: begins('Zimmer, Ada') })).toContainText('100 %');
        await prints(page);
        await page.getByRole('link', { name: say('teacher.report.back-to-the-evidence') }).click();
    });
    await test.step('its events', async () => {
        const { name, bytes } = await saved(page, say('ui.take-away.events'));
        expect(name).toBe('Terns.jsonl');
        const statements = bytes
            .toString()
            .trimEnd()
            .split('\n')
            .map((line) => JSON.parse(line) as { verb: { id: string }; version: string });
        expect(statements.filter(({ verb }) => verb.id === 'http://adlnet.gov/expapi/verbs/answered')).toHaveLength(2);
        expect(new Set(statements.map(({ version }) => version))).toEqual(new Set(['1.0.3']));
        await expect(page.getByText(say('ui.made-file.save-it-again'))).toBeVisible();
        await isAccessible(page);
    });
    await test.step('and a person', async () => {
        await page.getByRole('link', { name: say('teacher.navigation.school') }).click();
        const search = page.getByLabel(say('teacher.one-person.name-or-number'));
        await search.fill('Nobody of that name');
        await expect(page.getByText(say('teacher.one-person.nobody'))).toBeVisible();
        await search.fill('zimm');
        const { name, bytes } = await saved(page, say('teacher.one-person.archive-of', { name: 'Ada Zimmer' }));
        expect([name, bytes.subarray(0, 2).toString()]).toEqual(['Ada Zimmer.zip', 'PK']);
        await isAccessible(page);
        await page.setViewportSize(phone);
        expect(await page.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth)).toBe(true);
    });
});
