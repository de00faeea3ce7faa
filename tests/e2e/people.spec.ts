import { expect, type Page } from '@playwright/test';
import { comeIn, enter, giveOut, isAccessible, phone, publishNumber, signUp } from './helpers';
import { test } from './test';
import { say } from './words';

async function makeClass(page: Page, name: string): Promise<void> {
    await page.getByRole('link', { name: say('teacher.navigation.classes') }).click();
    await page.getByLabel(say('teacher.classes.name-of-a-new-class')).fill(name);
    await page.getByRole('button', { name: say('teacher.classes.make-a-class') }).click();
    await page.getByRole('link', { name: say('teacher.class.roster', { roster: 0 }) }).click();
    await expect(page.getByLabel(say('teacher.roster.names'), { exact: true })).toBeVisible();
}

const names = (page: Page) => page.getByLabel(say('teacher.roster.names'), { exact: true });
const who = (page: Page, name: string) => page.getByLabel(say('teacher.roster.who-is', { name }));
const row = (page: Page, name: string) => page.getByRole('button', { name, exact: true });
const undo = (page: Page, words: string) => page.getByRole('button', { name: words }).last();

test('a list says who is new, known and twice before anybody is added; names are put right by keys alone', async ({ page }) => {
    await signUp(page);
    await makeClass(page, 'Year 7');
    await names(page).fill('Ada Brandt\nBram');
    await page.getByRole('button', { name: say('teacher.roster.add', { n: 2 }) }).click();
    await expect(row(page, 'Bram')).toBeVisible();
    await makeClass(page, 'Year 8');

    await names(page).fill('Ada Brandt\nBram\nCleo Ray\nCLEO RAY');
    const preview = page.getByRole('region', { name: say('teacher.roster.before-anybody-is-added') });
    await expect(preview.getByText(say('teacher.roster.is', { as: 'twice', name: '', classes: 'none' }))).toBeVisible();
    await expect(preview.getByText(say('teacher.roster.is', { as: 'new', name: '', classes: 'none' }), { exact: true })).toBeVisible();
    // The whole name is likely the same person; a given name alone is asked about.
    await expect(who(page, 'Ada Brandt')).toHaveValue(/^01/);
    const add = page.getByRole('button', { name: say('teacher.roster.add', { n: 3 }) });
    await expect(add).toBeDisabled();
    await isAccessible(page);
    await who(page, 'Bram').selectOption('new');
    await add.click();
    await expect(page.getByText(say('teacher.roster.added', { added: 3, isLeft: 'no' }))).toBeVisible();

    // By keys: open a name, write it anew, move on to what stands behind it.
    await row(page, 'Bram').focus();
    await page.keyboard.press('Enter');
    await page.keyboard.press('Tab');
    await page.keyboard.type('Abraham');
    await page.keyboard.press('Tab');
    await page.keyboard.type('Oduya');
    await page.keyboard.press('Tab');
    await page.keyboard.type('Bram');
    await page.keyboard.press('Enter');
    await expect(row(page, 'Bram Oduya')).toBeVisible();
    await isAccessible(page);

    await page.getByLabel(say('teacher.roster.move-to')).selectOption({ label: 'Year 7' });
    await page.getByRole('button', { name: say('teacher.roster.move'), exact: true }).click();
    await expect(row(page, 'Bram Oduya')).toHaveCount(0);
    await undo(page, say('teacher.roster.move-back')).click();
    await expect(row(page, 'Bram Oduya')).toBeVisible();

    await row(page, 'Cleo Ray').click();
    await page.getByRole('button', { name: say('teacher.roster.take-out-of-class', { name: 'Year 8' }) }).click();
    await expect(row(page, 'Cleo Ray')).toHaveCount(0);
    await page.getByText(say('teacher.roster.who-was-here', { n: 1 })).click();
    await page.getByRole('button', { name: say('teacher.roster.bring-back', { name: 'Cleo Ray' }) }).click();
    await expect(row(page, 'Cleo Ray')).toBeVisible();

    await page.setViewportSize(phone);
    await isAccessible(page);
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(phone.width);
    await page.getByRole('link', { name: say('teacher.roster.print-cards') }).click();
    await expect(page.getByText('Bram Oduya')).toBeVisible();
    await isAccessible(page);
});

test('a spreadsheet, a file in an old encoding and a new phrase', async ({ page }) => {
    await signUp(page);
    await makeClass(page, 'Year 8');
    const { Workbook } = (await import('exceljs')).default;
    const book = new Workbook();
    book.addWorksheet('Empty');
    book.addWorksheet('8a').addRows([
        ['Surname', 'First name', 'Number'],
        ['Brandt', 'Ada', 17],
        ['Oduya', 'Bram', 18],
    ]);
    const file = page.getByLabel(say('teacher.roster.or-a-file'));
    await file.setInputFiles({
        name: 'class.xlsx',
        mimeType: 'application/octet-stream',
        buffer: Buffer.from(await book.xlsx.writeBuffer()),
    });
    await page.getByRole('button', { name: say('teacher.roster.add', { n: 2 }) }).click();
    await row(page, 'Ada Brandt').click();
    await expect(page.getByLabel(say('teacher.roster.number'))).toHaveValue('17');

    await file.setInputFiles({
        name: 'names.csv',
        mimeType: 'text/csv',
        buffer: Buffer.from('Vorname;Nachname\r\nZo\xeb;\xc5berg', 'latin1'),
    });
    await expect(page.getByText('Zoë Åberg')).toBeVisible();
    await page.getByRole('button', { name: say('teacher.roster.turn-names') }).click();
    await expect(page.getByText('Åberg Zoë')).toBeVisible();
    await page.getByRole('button', { name: say('teacher.roster.not-this-file') }).click();
    await file.setInputFiles({ name: 'picture.xlsx', mimeType: 'image/png', buffer: Buffer.from('no workbook') });
    await expect(page.getByText(say('teacher.roster.workbook-unreadable'))).toBeVisible();

    await page.getByRole('link', { name: say('teacher.class.tasks'), exact: true }).click();
    const phrase = page.locator('aside p.font-display');
    const before = await phrase.textContent();
    await page.getByRole('button', { name: say('teacher.class.a-new-phrase') }).click();
    await expect(phrase).not.toHaveText(before ?? '');
    await page.getByRole('button', { name: say('teacher.class.archive') }).click();
    await expect(page.getByText(say('teacher.class.is-archived', { name: 'Year 8' }), { exact: true })).toBeVisible();
    await page
        .getByRole('button', { name: say('teacher.class.take-it-up-again') })
        .first()
        .click();
    await expect(page.getByRole('button', { name: say('teacher.class.archive') })).toBeVisible();
});

test('two who are one person: an open page and what it could not send yet come along', async ({ page, browser }) => {
    await signUp(page);
    await publishNumber(page, 'Terns');
    const phrase = await giveOut(page, 'Terns', ['Ada Brandt', 'A. Brandt']);
    const ada = await enter(browser, phrase, 'A. Brandt');
    await ada.getByRole('button', { name: say('student.own.start') }).click();
    await expect(ada.getByText('How many eggs does a tern lay?')).toBeVisible();
    // Answered without a connection: it waits on the device under the name that is about to go.
    await ada.route('**/events', (route) => route.abort());
    await ada.getByRole('textbox').fill('3');
    await ada.getByRole('button', { name: say('player.question-view.check') }).click();

    await page.getByRole('link', { name: say('teacher.class.roster', { roster: 2 }) }).click();
    await row(page, 'Ada Brandt').click();
    await page.getByLabel(say('teacher.roster.is-the-same-as'), { exact: true }).selectOption({ label: 'A. Brandt' });
    await page.getByRole('button', { name: say('teacher.roster.make-one') }).click();
    await expect(
        page.getByText(say('teacher.roster.are-one-now', { kept: 'Ada Brandt', gone: 'A. Brandt' }), { exact: true }),
    ).toBeVisible();
    await expect(row(page, 'A. Brandt')).toHaveCount(0);

    // Loaded anew, the device is Ada's, and sends.
    await ada.unroute('**/events');
    await ada.goto('/me');
    await expect(ada.getByRole('heading', { name: say('student.own.hello', { name: 'Ada Brandt' }) })).toBeVisible();
    await page.getByRole('link', { name: say('teacher.class.tasks'), exact: true }).click();
    await page.getByRole('link', { name: /Terns/ }).click();
    await expect(page.getByRole('link', { name: 'Ada Brandt' })).toBeVisible();
    await page.getByRole('link', { name: 'Ada Brandt' }).click();
    await expect(page.getByText('“3”', { exact: true })).toBeVisible();
    await ada.context().close();
});

test('a colleague comes by invitation with classes of their own, and nobody else may sign up', async ({ page, browser }) => {
    const guest = await (await browser.newContext()).newPage();
    const email = await signUp(guest);
    await makeClass(guest, 'Year 9');
    await names(guest).fill('Davit Lind');
    await guest.getByRole('button', { name: say('teacher.roster.add', { n: 1 }) }).click();
    await guest.getByRole('button', { name: say('teacher.navigation.sign-out') }).click();

    await signUp(page);
    await page.getByRole('link', { name: say('teacher.navigation.school') }).click();
    await page.getByLabel(say('teacher.school.their-mail-address')).fill(email);
    await page.keyboard.press('Enter');
    await expect(page.getByText(say('teacher.school.a-letter-is-on-its-way', { email }))).toBeVisible();
    await isAccessible(page);
    const address = new URL((await page.locator('p.select-all').textContent()) ?? '').pathname;

    await guest.goto(address);
    await isAccessible(guest);
    await guest.setViewportSize(phone);
    await isAccessible(guest);
    await guest.getByRole('link', { name: say('teacher.account.sign-in') }).click();
    await guest.getByLabel(say('teacher.account.mail-address')).fill(email);
    await guest.getByLabel(say('teacher.account.password')).fill('salt and spray');
    await guest.getByRole('button', { name: say('teacher.account.sign-in') }).click();
    await expect(guest.getByText(say('teacher.invitation.what-about-your-classes', { classes: 1, students: 1 }))).toBeVisible();
    await isAccessible(guest);
    await guest.getByRole('button', { name: say('teacher.invitation.come') }).click();
    await expect(guest.getByRole('link', { name: /Year 9/ })).toBeVisible();
    await expect(guest.getByRole('link', { name: say('teacher.navigation.school') })).toHaveCount(0);

    await page.reload();
    await page.getByRole('button', { name: say('teacher.school.let-go') }).click();
    await page.getByRole('button', { name: say('teacher.school.let-them-go', { name: 'Marta Quay' }) }).click();
    await expect(page.getByText(say('teacher.school.is-let-go', { name: 'Marta Quay' }), { exact: true })).toBeVisible();
    await guest.goto('/today');
    await expect(guest.getByRole('button', { name: say('teacher.account.sign-in') })).toBeVisible();
    await page.setViewportSize(phone);
    await isAccessible(page);
    await page.getByRole('link', { name: say('teacher.navigation.classes') }).click();
    await expect(page.getByRole('link', { name: /Year 9/ })).toBeVisible();
    await guest.goto(address);
    await expect(guest.getByText('leads nowhere any more')).toBeVisible();
    await guest.context().close();
});

test('an archived class lets nobody in', async ({ page, browser }) => {
    await signUp(page);
    await publishNumber(page, 'Terns');
    const phrase = await giveOut(page, 'Terns', ['Ada']);
    await page.getByRole('button', { name: say('teacher.class.archive') }).click();
    const ada = await (await browser.newContext({ viewport: phone })).newPage();
    await ada.goto('/join');
    await ada.getByLabel(say('student.entry.your-class-phrase')).fill(phrase);
    await ada.getByRole('button', { name: say('student.entry.find-my-class') }).click();
    await expect(ada.getByText('No class has this phrase', { exact: false }).first()).toBeVisible();
    await undo(page, say('teacher.class.take-it-up-again')).click();
    await expect(page.getByRole('button', { name: say('teacher.class.archive') })).toBeVisible();
    await comeIn(ada, phrase, 'Ada', true, 'limpet');
    await ada.context().close();
});
