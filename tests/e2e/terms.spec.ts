import { expect, type Page } from '@playwright/test';
import {
    chooseKind,
    comeIn,
    demo,
    enter,
    giveOut,
    isAccessible,
    makeQuiz,
    phone,
    publishNumber,
    saved,
    signInToDemo,
    signUp,
    writeChoice,
} from './helpers';
import { test } from './test';
import { anyFigures, say } from './words';

/** One dot, as a photograph: PNG. */
const photograph = {
    name: 'sheet.png',
    mimeType: 'image/png',
    buffer: Buffer.from('iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==', 'base64'),
};

const field = (page: Page, label: string) => page.getByLabel(label, { exact: true });

/** Behind “change something”: each term by itself. */
async function openTerms(page: Page): Promise<void> {
    await page.getByText(say('teacher.give.change-something')).click();
    await page.getByText(say('teacher.terms-editor.each-term')).click();
}

async function narrow(page: Page): Promise<void> {
    await page.setViewportSize(phone);
    await isAccessible(page);
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(phone.width);
    await page.setViewportSize({ width: 1280, height: 800 });
}

test('each change tells beside it what a student is told; what never comes is told; a set is kept under a name', async ({
    page,
    browser,
}) => {
    await signUp(page);
    await publishNumber(page, 'Terns');
    const phrase = await giveOut(page, 'Terns', ['Ada Brandt'], async () => {
        await openTerms(page);
        await test.step('portions and coming back', async () => {
            await field(page, say('teacher.terms-editor.questions-a-round')).fill('2');
            await expect(page.getByText(say('terms.portion', { questions: 2 })).last()).toBeVisible();
            await page.getByLabel(say('teacher.terms-editor.what-was-mastered-comes-back')).check();
            await expect(field(page, say('teacher.terms-editor.days-after-mastery'))).toHaveValue('1 3 7 21');
            await field(page, say('teacher.terms-editor.days-after-mastery')).fill('2 1');
            await expect(page.getByText(say('teacher.terms-editor.days-rising'))).toBeVisible();
            await field(page, say('teacher.terms-editor.days-after-mastery')).fill('2 9');
            await expect(page.getByText(/comes back 2 days and 9 days later/).last()).toBeVisible();
        });
        await test.step('a moment on the line of time, by keys', async () => {
            await page.getByText(say('teacher.terms-editor.each-by-itself')).click();
            const score = page.getByRole('group', { name: say('teacher.terms-editor.score'), exact: true });
            await score.getByRole('radio', { name: say('teacher.terms-editor.at-the-end-of-the') }).focus();
            for (let step = 0; step < 3; step++) {
                await page.keyboard.press('ArrowRight');
            }
            await expect(score.getByRole('radio', { name: say('teacher.terms-editor.after-closing') })).toBeChecked();
            const never = page.getByText(say('terms.consequence.never-closes', { what: say('terms.sight.score') }));
            await expect(never.last()).toBeVisible();
            await field(page, say('teacher.give.closes')).fill('2030-01-01T08:00');
            await expect(never).toHaveCount(0);
            await field(page, say('teacher.give.closes')).fill('');
        });
        await isAccessible(page);
        await narrow(page);
        await test.step('kept under a name, and chosen again', async () => {
            const name = field(page, say('teacher.terms-editor.keep-these-as'));
            await name.fill('In twos');
            await name.press('Enter');
            await expect(page.getByRole('option', { name: 'In twos' })).toBeAttached();
            const purpose = field(page, say('teacher.terms-editor.purpose'));
            await purpose.selectOption('check');
            await expect(field(page, say('teacher.terms-editor.questions-a-round'))).toHaveValue('');
            await purpose.selectOption({ label: 'In twos' });
            await expect(field(page, say('teacher.terms-editor.questions-a-round'))).toHaveValue('2');
        });
    });
    const ada = await enter(browser, phrase, 'Ada Brandt');
    await ada.getByText(say('student.own.rounds-and-what-you-will')).click();
    await expect(ada.getByText(say('terms.portion', { questions: 2 }))).toBeVisible();
    await expect(ada.getByText(say('terms.teacher-sees.answers-and-help'))).toBeVisible();
    await ada.context().close();
});

test('all questions on one page: what is answered keeps itself, also over a reload, and is handed in together', async ({
    page,
    browser,
}) => {
    await signUp(page);
    await makeQuiz(page, 'On the pier');
    await writeChoice(page, 'Which way does the flood run?', ['in', 'out']);
    await page.keyboard.press('Control+Enter');
    await chooseKind(page, 'number');
    await field(page, say('build.question-editor.question')).fill('How many tides are there a day?');
    await field(page, say('build.question-editor.entry', { kind: 'accepted', name: 1 })).fill('2');
    await saved(page);
    await page.getByRole('button', { name: say('build.build.publish') }).click();
    await expect(page.getByText(say('build.build.edition-is-published', { edition: 1 }))).toBeVisible();
    const phrase = await giveOut(page, 'On the pier', ['Ada Brandt'], async () => {
        await field(page, say('teacher.terms-editor.purpose')).selectOption('check');
        await openTerms(page);
        await page.getByLabel(say('teacher.terms-editor.all-on-one-page')).check();
        await expect(page.getByText(say('terms.order.one-page')).last()).toBeVisible();
    });
    const ada = await enter(browser, phrase, 'Ada Brandt');
    await ada.getByRole('button', { name: say('student.own.start') }).click();
    const all = ada.getByRole('region', { name: say('player.one-page.all-questions') });
    await expect(all.getByRole('article')).toHaveCount(2);
    await isAccessible(ada);
    await all.getByText('in', { exact: true }).click();
    await all.getByRole('textbox').fill('2');
    await expect(all.getByText(say('player.one-page.kept'))).toHaveCount(2);
    await expect(ada.getByText(say('player.overview.every-question-has-an-answer'))).toBeVisible();
    await ada.reload();
    await expect(all.getByRole('textbox')).toHaveValue('2');
    await expect(all.getByRole('radio', { name: 'in', exact: true })).toBeChecked();
    await test.step('what was only just written goes with the rest', async () => {
        await all.getByRole('textbox').fill('4');
        await ada.getByRole('button', { name: say('player.overview.hand-it-all-in') }).click();
        await expect(ada.getByText(say('student.round.everything-has-arrived-your-teacher'))).toBeVisible();
    });
    await ada.getByText(say('player.finish.what-you-answered')).click();
    await expect(ada.getByText('4', { exact: true })).toBeVisible();
    await expect(ada.getByRole('button', { name: say('player.finish.print-it') })).toBeVisible();
    await isAccessible(ada);
    await ada.context().close();
});

test('what was mastered comes back to a student, and the teacher sees what is still there and what is slipping', async ({
    page,
    browser,
}) => {
    const context = await browser.newContext({ viewport: phone, hasTouch: true, locale: 'en-GB' });
    const ada = await context.newPage();
    await comeIn(ada, demo.phrase, 'Ada Brandt', false, 'seashell');
    await expect(ada.getByText(anyFigures('student.own.it-comes-back-now', ['n', 'of']))).toBeVisible();
    await isAccessible(ada);
    await ada.getByRole('button', { name: say('student.own.do-you-still-know-it') }).click();
    await expect(ada.getByText(say('player.player.what-you-had-mastered'), { exact: false })).toBeVisible();
    await isAccessible(ada);
    await context.close();

    await signInToDemo(page);
    await page.getByRole('link', { name: say('teacher.navigation.classes') }).click();
    await page.getByRole('link', { name: /Year 8 Geography/ }).click();
    await page
        .getByRole('link', { name: /Reading note values/ })
        .first()
        .click();
    await page.getByRole('link', { name: say('teacher.task.look-back') }).click();
    const back = page.getByRole('region', { name: say('teacher.returns.coming-back') });
    await expect(back.getByRole('row')).toHaveCount(3);
    await expect(back.getByRole('columnheader', { name: say('teacher.returns.slipping') })).toBeVisible();
    await back.getByText(say('teacher.returns.when-next')).click();
    await expect(back.getByRole('listitem').first()).toBeVisible();
    await isAccessible(page);
    await narrow(page);
});

test('a printed sheet has a code, by which its photograph comes to the round it belongs to', async ({ page, browser }) => {
    await signUp(page);
    await publishNumber(page, 'On paper');
    await giveOut(page, 'On paper', ['Ada Brandt', 'Bram Oduya']);
    await page.getByRole('link', { name: /On paper/ }).click();
    await page.getByRole('button', { name: say('teacher.task.when-and-for-whom') }).click();
    await page.getByRole('link', { name: say('teacher.sheets.on-paper') }).click();
    const codes = page.getByRole('img', { name: /\/sheet\// });
    await expect(codes).toHaveCount(2);
    await expect(page.getByText('Bram Oduya')).toBeVisible();
    await isAccessible(page);
    await narrow(page);
    const address = ((await codes.first().getAttribute('alt')) ?? '').match(/http\S+\/sheet\/\w+/)?.[0] ?? '';

    const context = await browser.newContext({ viewport: phone, hasTouch: true, locale: 'en-GB' });
    const holder = await context.newPage();
    await holder.goto(address);
    await expect(holder.getByRole('heading', { name: 'On paper' })).toBeVisible();
    await expect(holder.getByText('Ada Brandt')).toHaveCount(0);
    await isAccessible(holder);
    await holder.getByLabel(say('student.sheet.photograph-it')).setInputFiles(photograph);
    await expect(holder.getByText(say('student.sheet.arrived', { n: 1 }))).toBeVisible();
    await holder.goto(`${address.slice(0, -3)}xxx`);
    await expect(holder.getByText(say('student.sheet.nothing-belongs-to-it'))).toBeVisible();
    await context.close();

    await page.getByRole('link', { name: say('teacher.sheets.back-to-the-task') }).click();
    await page.getByRole('link', { name: 'Ada Brandt' }).click();
    await expect(page.getByRole('img', { name: say('teacher.student.photograph', { number: 1 }) })).toBeVisible();
});
