import { expect } from '@playwright/test';
import { addClass, isAccessible, makeQuiz, phone, saved, signUp, writeChoice } from './helpers';
import { test } from './test';
import { begins, say } from './words';

// The first hour of a new teacher, without anything that was there before: no class, no list, no colleague.

test('from signing up to the first student’s answer by a link, the results, and the second class', async ({ page, browser }) => {
    test.setTimeout(180_000);
    await signUp(page);
    await makeQuiz(page, 'First quiz');
    await writeChoice(page, 'Which way does the ebb run?', ['Out to sea', 'Up the beach']);
    await saved(page);
    await page.getByRole('button', { name: say('build.build.publish'), exact: true }).click();
    await expect(page.getByText(say('build.build.edition-is-published', { edition: 1 }))).toBeVisible();

    await test.step('giving it to whoever has the link says who can join', async () => {
        await page.goto('/give');
        await page.getByLabel(say('teacher.give.quiz'), { exact: true }).selectOption({ label: 'First quiz' });
        await page.getByLabel(say('teacher.give.whoever-has-the-link')).check();
        await expect(page.getByText(say('teacher.give.who-can-join', { way: 'guest', by: 'link' }))).toBeVisible();
        await page.getByText(say('teacher.give.change-something')).click();
        const ways = page.getByLabel(say('teacher.give.how-students-come-in'));
        await expect(ways).toHaveValue('guest');
        for (const way of ['secret', 'name']) {
            await expect(ways.locator(`option[value=${way}]`)).toBeDisabled();
        }
        await isAccessible(page);
        await page.getByRole('button', { name: say('teacher.class.give-out') }).click();
        await expect(page.getByRole('heading', { name: say('teacher.give.it-is-given') })).toBeVisible();
        await expect(page.getByText(say('teacher.give.who-can-join', { way: 'guest', by: 'link' }))).toBeVisible();
    });

    const link = (await page.getByRole('img', { name: /join\/task\// }).getAttribute('aria-label')) ?? '';
    const address =
        /\/join\/task\/\w+/.exec(link)?.[0] ?? (await page.getByText(/join\/task\//).textContent())?.match(/\/join\/task\/\w+/)?.[0];
    const child = await (await browser.newContext({ viewport: phone, hasTouch: true, locale: 'en-GB' })).newPage();
    await test.step('the link asks a phone for a name of one’s own, and for nothing that nobody has', async () => {
        await child.goto(address ?? '');
        await expect(child.getByLabel(say('student.entry.a-name-of-your-own'))).toBeVisible();
        await expect(child.getByText(say('student.entry.another-way-in'))).toHaveCount(0);
        await isAccessible(child);
        await child.getByLabel(say('student.entry.a-name-of-your-own')).fill('Pip');
        await child.keyboard.press('Enter');
        await child.getByRole('button', { name: say('student.own.start') }).click();
        await child.getByLabel('Out to sea').check();
        await child.getByRole('button', { name: say('player.question-view.check') }).click();
        await child.getByRole('button', { name: say('player.player.go-on') }).click();
        await expect(child.getByRole('heading', { name: say('making.finish') })).toBeVisible();
    });

    await test.step('the teacher sees it', async () => {
        await page.getByRole('link', { name: say('teacher.give.done') }).click();
        await page
            .getByRole('link', { name: begins('First quiz') })
            .first()
            .click();
        await expect(page.getByText('Pip').first()).toBeVisible();
    });

    await test.step('the second class: without names nobody can join but guests, and it is said', async () => {
        await page.getByRole('link', { name: say('teacher.navigation.classes') }).click();
        await page.getByLabel(say('teacher.classes.name-of-a-new-class')).fill('Year 7');
        await page.getByRole('button', { name: say('teacher.classes.make-a-class') }).click();
        await page.getByRole('link', { name: say('teacher.give.give-out-a-quiz') }).click();
        await page.getByLabel(say('teacher.give.quiz'), { exact: true }).selectOption({ label: 'First quiz' });
        await expect(page.getByText(say('teacher.give.who-can-join', { way: 'guest', by: 'class' }))).toBeVisible();
        await addClass(page, 'Year 8', ['Ada Brandt']);
        await page.getByRole('link', { name: say('teacher.give.give-out-a-quiz') }).click();
        await page.getByLabel(say('teacher.give.quiz'), { exact: true }).selectOption({ label: 'First quiz' });
        await expect(page.getByText(say('teacher.give.who-can-join', { way: 'secret', by: 'class' }))).toBeVisible();
    });
});

test('a card’s code opens a child’s account once; a forgotten secret needs a new one', async ({ page, browser }) => {
    await signUp(page);
    await addClass(page, 'Year 8', ['Ada Brandt', 'Bram Oduya']);
    const phrase = (await page.locator('aside p.font-display').textContent()) ?? '';
    await page.getByRole('link', { name: say('teacher.class.roster', { roster: 2 }) }).click();
    await page.getByRole('button', { name: say('teacher.roster.ask-for-codes') }).click();
    await expect(page.getByText(say('teacher.roster.first-secrets-need-a-code'))).toBeVisible();
    await isAccessible(page);
    await page.getByRole('link', { name: say('teacher.roster.print-cards') }).click();
    const card = page.getByRole('listitem').filter({ hasText: 'Ada Brandt' });
    const code = (await card.locator('.tracking-widest').textContent()) ?? '';
    expect(code).toMatch(/^[0-9A-Z]{3}-[0-9A-Z]{3}$/);
    await isAccessible(page);

    const child = await (await browser.newContext({ viewport: phone, hasTouch: true, locale: 'en-GB' })).newPage();
    const comes = async (typed: string, secret: string) => {
        await child.goto(`/join/${phrase.replaceAll(' ', '-')}`);
        await child.getByLabel(say('student.entry.your-name-as-your-teacher')).fill('ada brandt');
        await child.getByLabel(say('student.entry.this-is-my-first-time')).check();
        await child.getByLabel(say('student.entry.code'), { exact: true }).fill(typed);
        await child.getByLabel(say('student.entry.choose-a-secret')).fill(secret);
        await child.getByRole('button', { name: say('student.entry.go-in') }).click();
    };
    await comes('ABC-DEF', 'limpet');
    await expect(child.getByText(say('problem.entry.does-not-fit'))).toBeVisible();
    await isAccessible(child);
    expect(await child.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(phone.width);
    await comes(code.toLowerCase(), 'limpet');
    await expect(child.getByRole('heading', { name: say('student.own.hello', { name: 'Ada Brandt' }) })).toBeVisible();

    await page.goBack();
    await page.getByRole('button', { name: 'Ada Brandt' }).click();
    await page.getByRole('button', { name: say('teacher.roster.forgot-the-secret') }).click();
    await expect(
        page.getByText(begins(say('teacher.roster.new-code', { name: 'Ada Brandt', code: '' }).split(':')[0] ?? '')),
    ).toBeVisible();
    await comes(code, 'whelk');
    await expect(child.getByText(say('problem.entry.does-not-fit'))).toBeVisible();
});
