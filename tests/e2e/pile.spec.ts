import { type Browser, expect, type Page } from '@playwright/test';
import { chooseKind, enter, giveOut, isAccessible, makeQuiz, phone, saved, signUp } from './helpers';
import { test } from './test';
import { begins, say } from './words';

/** A student who writes something, and is through. */
async function writes(browser: Browser, phrase: string, name: string, text: string): Promise<Page> {
    const page = await enter(browser, phrase, name);
    await page.getByRole('button', { name: say('student.own.start') }).click();
    await page.getByLabel(say('player.typed.your-answer')).fill(text);
    await page.getByRole('button', { name: say('player.question-view.done'), exact: true }).click();
    await page.getByRole('button', { name: say('player.player.go-on') }).click();
    await expect(page.getByText(say('student.round.everything-has-arrived-your-teacher'))).toBeVisible();
    return page;
}

test('the pile: found on Today, read by keys, alike ones together, sent back, taken back, and a word to one student', async ({
    page,
    browser,
}) => {
    test.setTimeout(120_000);
    await signUp(page);
    await makeQuiz(page, 'Why tides');
    await page.getByRole('button', { name: say('build.build.add-the-first-question') }).click();
    await chooseKind(page, 'written');
    await page.getByLabel(say('build.question-editor.question'), { exact: true }).fill('Why are there tides?');
    await page.getByLabel(say('build.kind-fields.i-read-these-answers-myself')).check();
    await saved(page);
    await page.getByRole('button', { name: say('build.build.publish') }).click();
    await expect(page.getByText(say('build.build.edition-is-published', { edition: 1 }))).toBeVisible();
    const phrase = await giveOut(page, 'Why tides', ['Ada Brandt', 'Ben Castellan', 'Cleo Marchetti']);
    const ada = await writes(browser, phrase, 'Ada Brandt', 'The Moon pulls.');
    const ben = await writes(browser, phrase, 'Ben Castellan', 'the moon pulls. ');
    const cleo = await writes(browser, phrase, 'Cleo Marchetti', 'No idea.');

    await test.step('Today says what waits, and leads to it', async () => {
        await page.getByRole('link', { name: say('teacher.navigation.today') }).click();
        await page
            .getByRole('region', { name: say('teacher.pile.to-read') })
            .getByRole('link', { name: begins('Why tides') })
            .click();
        await expect(page.getByText(say('teacher.pile.waiting', { n: 3 }), { exact: true })).toBeVisible();
        await isAccessible(page);
    });
    const cards = page.getByRole('article');
    await test.step('two that say the same are read at once, by a word and a digit', async () => {
        await expect(cards).toHaveCount(2);
        await expect(cards.first().getByText(say('teacher.pile.wrote-the-same', { n: 2 }))).toBeVisible();
        await page.keyboard.press('j');
        await page.keyboard.press('c');
        await page.keyboard.type('And the Sun?');
        await page.keyboard.press('Escape');
        await page.keyboard.press('5');
        await expect(cards.first().getByText(say('teacher.pile.given', { points: 0.5, of: 1 }))).toBeVisible();
        await expect(page.getByText(say('teacher.pile.waiting', { n: 1 }), { exact: true })).toBeVisible();
        await expect(cards.nth(1)).toBeFocused();
    });
    await test.step('what was said before is called up by its first letters; sent back, and taken back', async () => {
        await page.keyboard.press('c');
        await page.keyboard.type('an');
        await page.keyboard.press('ArrowRight');
        await expect(cards.nth(1).getByRole('textbox')).toHaveValue('And the Sun?');
        await cards
            .nth(1)
            .getByRole('button', { name: begins(say('teacher.pile.send-back')) })
            .click();
        await expect(cards.nth(1).getByText(say('teacher.pile.sent-back'))).toBeVisible();
        await cards
            .nth(1)
            .getByRole('button', { name: say('teacher.pile.take-back') })
            .click();
        await expect(cards.nth(1).getByRole('textbox')).toBeVisible();
        await cards.nth(1).getByRole('textbox').fill('Have a guess.');
        await cards
            .nth(1)
            .getByRole('button', { name: begins(say('teacher.pile.send-back')) })
            .click();
    });
    await test.step('the students see it, and one writes again', async () => {
        await ada.reload();
        await ada.getByText(say('player.finish.what-you-answered')).click();
        await expect(ada.getByText('And the Sun?')).toBeVisible();
        await cleo.reload();
        // Why it came back is read, and what was written is there to build on.
        await expect(cleo.getByRole('note')).toContainText('Have a guess.');
        await expect(cleo.getByLabel(say('player.typed.your-answer'))).not.toHaveValue('');
        await isAccessible(cleo);
        await cleo.getByLabel(say('player.typed.your-answer')).fill('The Moon, I guess.');
        await cleo.getByRole('button', { name: say('player.question-view.done'), exact: true }).click();
        await expect(page.getByText('The Moon, I guess.')).toBeVisible({ timeout: 30_000 });
        await expect(page.getByText(say('teacher.pile.you-said', { comment: 'Have a guess.' }))).toBeVisible();
    });
    await test.step('student by student, names away, and on a phone', async () => {
        await page.getByLabel(say('teacher.pile.in-order')).selectOption('student');
        await expect(page.getByRole('heading', { name: 'Cleo Marchetti' })).toBeVisible();
        await page.getByText(say('ui.covers.for-the-class')).click();
        await expect(page.getByText('Cleo Marchetti')).toHaveCount(0);
        await page.setViewportSize(phone);
        await isAccessible(page);
        expect(await page.evaluate(() => document.documentElement.scrollWidth <= innerWidth)).toBe(true);
        await page.setViewportSize({ width: 1280, height: 800 });
        await page.getByText(say('ui.covers.for-me')).click();
    });
    await test.step('a word to one student is answered, and the answer comes to Today', async () => {
        await page.getByRole('link', { name: say('teacher.navigation.classes') }).click();
        await page.getByRole('link', { name: 'Year 8' }).click();
        await page
            .getByRole('link', { name: begins('Why tides') })
            .first()
            .click();
        await page.getByRole('link', { name: 'Ben Castellan' }).first().click();
        await page.getByRole('button', { name: say('teacher.messages.write-to-one', { name: 'Ben Castellan' }) }).click();
        await page.getByLabel(say('teacher.messages.your-word')).fill('Did you work with Ada?');
        await isAccessible(page);
        await page.getByRole('button', { name: say('teacher.messages.send'), exact: true }).click();
        await expect(page.getByText(say('teacher.messages.sent', { n: 1 }))).toBeVisible();
        await ben.getByRole('link', { name: say('student.round.to-my-page') }).click();
        await expect(ben.getByText('Did you work with Ada?')).toBeVisible();
        await isAccessible(ben);
        await ben.getByLabel(say('student.own.your-answer')).fill('We sat together.');
        await ben.getByRole('button', { name: say('student.own.answer'), exact: true }).click();
        await page.getByRole('link', { name: say('teacher.navigation.today') }).click();
        await expect(page.getByText('We sat together.')).toBeVisible();
    });
});
