import { expect, type Page } from '@playwright/test';
import { addClass, enter, isAccessible, phone, publishNumber, saved, signUp } from './helpers';
import { test } from './test';
import { say } from './words';

/** As a field for date and time takes it, so many hours from now. */
function typed(hours: number): string {
    const at = new Date(Date.now() + hours * 3_600_000);
    const two = (number: number) => String(number).padStart(2, '0');
    return `${at.getFullYear()}-${two(at.getMonth() + 1)}-${two(at.getDate())}T${two(at.getHours())}:${two(at.getMinutes())}`;
}

const quiz = (page: Page) => page.getByLabel(say('teacher.give.quiz'), { exact: true });
const give = (page: Page) => page.getByRole('button', { name: say('teacher.class.give-out') });
const told = (page: Page) => page.getByText(say('teacher.terms-editor.what-a-student-is-told'));

test('given from the class: its quiz is made on the way, and what was filled in is still there', async ({ page }) => {
    await signUp(page);
    await addClass(page, 'Year 8', ['Ada Brandt', 'Bram Oduya']);
    await page.getByRole('link', { name: say('teacher.give.give-out-a-quiz') }).click();
    await expect(page.getByLabel(say('teacher.give.class-with', { name: 'Year 8', students: 2 }))).toBeChecked();
    const due = typed(24);
    await page.getByLabel(say('teacher.class.due-if-you-like')).fill(due);
    await page.getByText(say('teacher.give.change-something')).click();
    await page.getByLabel(say('teacher.give.a-note-to-students')).fill('Bring the chart.');
    await isAccessible(page);

    await page.getByRole('button', { name: say('teacher.give.make-a-new-one') }).click();
    await page.getByRole('button', { name: say('build.build.add-the-first-question') }).click();
    await page.getByLabel(say('build.question-editor.question'), { exact: true }).fill('Which way does the flood run?');
    for (const [letter, words] of [
        ['A', 'in'],
        ['B', 'out'],
    ] as const) {
        await page.getByLabel(say('build.question-editor.entry', { kind: 'option', name: letter }), { exact: true }).fill(words);
    }
    await page
        .getByLabel(say('build.question-editor.is-right', { label: say('build.question-editor.entry', { kind: 'option', name: 'A' }) }))
        .check();
    await saved(page);
    await page.getByRole('button', { name: say('build.build.publish') }).click();
    await page.getByRole('link', { name: say('build.build.back-to-giving-out') }).click();

    await expect(quiz(page)).toHaveValue(/^01/);
    await expect(page.getByLabel(say('teacher.class.due-if-you-like'))).toHaveValue(due);
    await expect(told(page)).toBeVisible();
    await give(page).click();
    await expect(page.getByRole('heading', { name: say('teacher.give.it-is-given') })).toBeVisible();
    await expect(page.getByText('Bring the chart.', { exact: false })).toBeVisible();
    await expect(page.getByRole('img', { name: /join\/task\// })).toBeVisible();
    await isAccessible(page);
    await page.setViewportSize(phone);
    await isAccessible(page);
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(phone.width);
    await page.getByRole('link', { name: say('teacher.give.done') }).click();
    await page.setViewportSize({ width: 1280, height: 800 });
    const calendar = page.getByRole('region', { name: say('teacher.calendar.calendar') });
    await expect(calendar.getByRole('link')).toHaveCount(1);
    await isAccessible(page);
});

test('by keys alone, to two classes at once; changed, given again and taken back', async ({ page, browser }) => {
    test.setTimeout(150_000);
    await signUp(page);
    await publishNumber(page, 'Terns');
    await addClass(page, 'Year 8', ['Ada Brandt']);
    const phrase = (await page.locator('aside p.font-display').textContent()) ?? '';
    await addClass(page, 'Year 9', ['Cleo Ray']);
    await page.goto('/give');
    await expect(quiz(page).locator('option', { hasText: 'Terns' })).toBeAttached();
    // The quiz, both classes, and out with it.
    await quiz(page).focus();
    await page.keyboard.press('ArrowDown');
    await page.keyboard.press('Tab');
    for (const name of ['Year 8', 'Year 9']) {
        await page.keyboard.press('Tab');
        await expect(page.getByLabel(say('teacher.give.class-with', { name, students: 1 }))).toBeFocused();
        await page.keyboard.press('Space');
    }
    await expect(page.getByText(say('teacher.give.who-is-in-two'))).toBeVisible();
    await expect(told(page)).toBeVisible();
    await give(page).focus();
    await page.keyboard.press('Enter');
    await expect(page.getByRole('link', { name: /Terns/ })).toHaveCount(2);
    const ada = await enter(browser, phrase, 'Ada Brandt');
    await expect(ada.getByRole('heading', { name: 'Terns' })).toBeVisible();

    await page.getByRole('link', { name: /Terns.*Year 8/ }).click();
    await page.getByText(say('teacher.task.when-and-for-whom')).click();
    await page.getByLabel(say('teacher.give.closes'), { exact: true }).fill(typed(-1));
    await page.getByLabel(say('teacher.give.opens'), { exact: true }).fill(typed(1));
    await page.getByRole('button', { name: say('teacher.give.keep-this') }).click();
    await expect(page.getByText(say('problem.task.times', { wrong: 'closing' }))).toBeVisible();
    await page.getByLabel(say('teacher.give.opens'), { exact: true }).fill('');
    await page.getByLabel(say('teacher.give.closes'), { exact: true }).fill(typed(48));
    await page.getByLabel(say('teacher.give.password'), { exact: true }).fill('whelk');
    await page.getByRole('button', { name: say('teacher.give.keep-this') }).click();
    await expect(page.getByRole('button', { name: say('teacher.give.keep-this') })).toBeDisabled();
    await isAccessible(page);

    await ada.reload();
    const start = ada.getByRole('button', { name: say('student.own.start') });
    await start.click();
    await expect(ada.getByText(say('problem.round.password'))).toBeVisible();
    await ada.getByLabel(say('student.own.password')).fill('Whelk');
    await isAccessible(ada);
    await start.click();
    await expect(ada.getByText('How many eggs does a tern lay?')).toBeVisible();

    // One student has longer than the rest.
    await page.getByLabel(say('teacher.exceptions.otherwise-for')).selectOption({ label: 'Ada Brandt' });
    await page.getByLabel(say('teacher.exceptions.closes')).fill(typed(96));
    await page.getByLabel(say('teacher.exceptions.other-terms')).check();
    await isAccessible(page);
    await page.getByRole('button', { name: say('teacher.exceptions.keep') }).click();
    await expect(page.getByRole('button', { name: say('teacher.exceptions.as-for-all', { name: 'Ada Brandt' }) })).toBeVisible();

    await page.getByLabel(say('teacher.give.the-same-for')).selectOption({ label: 'Year 9' });
    await page.getByRole('button', { name: say('teacher.give.give-the-same') }).click();
    await expect(page.getByRole('link', { name: 'Year 9' })).toBeVisible();
    await page.getByText(say('teacher.task.when-and-for-whom')).click();
    await page.getByRole('button', { name: say('teacher.give.take-it-back') }).click();
    await expect(page.getByRole('button', { name: say('teacher.give.give-it-again-after-all') })).toBeVisible();
    await ada.context().close();
});

test('a starter lets students in by name, guests by the link, and a guest is put to a name', async ({ page, browser }) => {
    test.setTimeout(120_000);
    await signUp(page);
    await publishNumber(page, 'Terns');
    await addClass(page, 'Year 8', ['Ada Brandt', 'Bram Oduya']);
    const phrase = (await page.locator('aside p.font-display').textContent()) ?? '';
    await page.getByRole('link', { name: say('teacher.give.give-out-a-quiz') }).click();
    await quiz(page).selectOption({ label: 'Terns' });
    await expect(told(page)).toBeVisible();
    await page.getByLabel(say('teacher.terms-editor.purpose')).selectOption('starter');
    await page.getByText(say('teacher.give.change-something')).click();
    await expect(page.getByLabel(say('teacher.give.how-students-come-in'))).toHaveValue('name');
    await page.getByLabel(say('teacher.give.how-students-come-in')).selectOption('guest');
    await give(page).click();
    const message = (await page.getByText('/join/task/', { exact: false }).first().textContent()) ?? '';
    const link = `/join/task/${/join\/task\/(\w+)/.exec(message)?.[1] ?? ''}`;

    // By the phrase: a name on the list is enough, once the other way in is chosen.
    const bram = await (await browser.newContext({ viewport: phone, hasTouch: true })).newPage();
    await bram.goto(`/join/${phrase.replaceAll(' ', '-')}`);
    await isAccessible(bram);
    await bram.getByText(say('student.entry.another-way-in')).click();
    await bram.getByRole('button', { name: say('student.entry.way', { way: 'name' }) }).click();
    await bram.getByLabel(say('student.entry.your-name-as-your-teacher')).fill('Bramm Oduya');
    await bram.getByRole('button', { name: say('student.entry.go-in') }).click();
    await expect(bram.getByText(say('problem.entry.no-such-name'))).toBeVisible();
    await bram.getByLabel(say('student.entry.your-name-as-your-teacher')).fill('bram oduya');
    await isAccessible(bram);
    await bram.keyboard.press('Enter');
    await expect(bram.getByRole('heading', { name: say('student.own.hello', { name: 'Bram Oduya' }) })).toBeVisible();
    await expect(bram.getByText(say('student.own.came-in-by-name'))).toBeVisible();

    const guest = await (await browser.newContext({ viewport: phone, hasTouch: true })).newPage();
    await guest.goto(link);
    await expect(guest.getByRole('heading', { name: 'Terns' })).toBeVisible();
    await guest.getByLabel(say('student.entry.a-name-of-your-own')).fill('Addy');
    await guest.getByRole('button', { name: say('student.entry.go-in') }).click();
    await isAccessible(guest);
    await guest.getByRole('button', { name: say('student.own.start') }).click();
    await expect(guest.getByText('How many eggs does a tern lay?')).toBeVisible();

    await page.getByRole('link', { name: say('teacher.give.done') }).click();
    await page.getByRole('link', { name: say('teacher.class.roster', { roster: 2 }) }).click();
    const guests = page.getByRole('region', { name: say('teacher.roster.guests') });
    await expect(guests.getByText('Addy', { exact: true })).toBeVisible();
    await isAccessible(page);
    await guests.getByLabel(say('teacher.roster.who-is', { name: 'Addy' })).selectOption({ label: 'Ada Brandt' });
    await guests.getByRole('button', { name: say('teacher.roster.make-one') }).click();
    await expect(guests).toHaveCount(0);

    // The guest's open page goes on, and is Ada's.
    await guest.getByRole('textbox').fill('3');
    await guest.getByRole('button', { name: say('player.question-view.check') }).click();
    await expect(guest.getByText(say('player.verdict.right'), { exact: false }).first()).toBeVisible();
    await guest.goto('/me');
    await expect(guest.getByRole('heading', { name: say('student.own.hello', { name: 'Ada Brandt' }) })).toBeVisible();
    await bram.context().close();
    await guest.context().close();
});
