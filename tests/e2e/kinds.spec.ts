import { expect, type Page } from '@playwright/test';
import { chooseKind, enter, giveOut, hint, isAccessible, makeQuiz, matchPairs, publishNumber, saved, signUp } from './helpers';
import { test } from './test';
import { anyFigures, begins, say } from './words';

const press = (page: Page, name: string) => page.getByRole('button', { name, exact: true }).click();

/** Every kind of answer, on a phone: choices, true or false with an alike question, pairs, units, a formula, a drill, an order, a staircase. */
test('a student walks through every kind of answer', async ({ browser }) => {
    const page = await enter(browser, 'silver heron reef', 'Finn Abara');
    await page
        .getByRole('listitem')
        .filter({ hasText: 'Simple electric circuits' })
        .getByRole('button', { name: say('student.own.start') })
        .click();
    await test.step('a reading that stays at hand', async () => {
        await expect(page.getByRole('img', { name: 'I is U divided by R' })).toBeVisible();
        await expect(page.getByRole('listitem').filter({ hasText: 'in ohms' })).toBeVisible();
        await press(page, say('player.player.go-on'));
        await page.getByRole('button', { name: /What we found on Monday/ }).click();
        await expect(page.getByText('Current is voltage divided by resistance.', { exact: false })).toBeVisible();
        await page.getByLabel('No, the way back is missing').check();
        await press(page, say('player.question-view.check'));
        await press(page, say('player.player.go-on'));
    });
    await test.step('with two options a slip brings another question', async () => {
        await page.getByLabel(say('quiz.false')).check();
        await press(page, say('player.question-view.check'));
        await press(page, say('player.question-view.try-it-again'));
        await expect(page.getByText('flows up to the gap and waits', { exact: false })).toBeVisible();
        await page.getByLabel(say('quiz.false')).check();
        await press(page, say('player.question-view.check'));
        await press(page, say('player.player.go-on'));
    });
    await test.step('pairs, part of them right', async () => {
        await isAccessible(page);
        await matchPairs(page);
        await press(page, say('player.question-view.check'));
        await expect(page.getByText(say('player.verdict.partly-right'))).toBeVisible();
        await press(page, say('player.question-view.try-it-again'));
        await expect(page.getByText(say('player.not-yet'), { exact: true })).toHaveCount(1);
        await page.getByLabel('current', { exact: true }).selectOption({ label: 'ampere' });
        await press(page, say('player.question-view.check'));
        await press(page, say('player.player.go-on'));
    });
    await test.step('a number with its unit, and a simpler question on the ladder', async () => {
        const answer = page.getByLabel(say('player.typed.your-answer-a-number'));
        await answer.fill('0.5');
        await press(page, say('player.question-view.check'));
        await expect(page.getByText(say('player.verdict.the-number-is-right-look'))).toBeVisible();
        await press(page, say('player.question-view.another-step'));
        await expect(page.getByText(say('player.question-view.a-simpler-question-first'))).toBeVisible();
        await answer.fill('1/2');
        await press(page, say('player.question-view.check'));
        await press(page, say('player.player.go-on'));
        await answer.fill('500 mA');
        await press(page, say('player.question-view.check'));
        await press(page, say('player.player.go-on'));
    });
    await test.step('a formula, typed as it looks', async () => {
        const field = page.getByLabel(say('player.math-field.your-answer-a-formula')).first();
        await field.click();
        await page.waitForTimeout(300);
        await page.keyboard.type('I*R', { delay: 40 });
        await expect(page.getByText(say('player.math-field.you-wrote', { read: '' }).trim())).toBeVisible();
        await isAccessible(page);
        await press(page, say('player.question-view.check'));
        await expect(page.getByText('Yes: U = R · I.')).toBeVisible();
        await press(page, say('player.player.go-on'));
    });
    await test.step('a drill until three are right', async () => {
        for (let right = 0; right < 3; right++) {
            await expect(page.getByText(`${right} of 3 right so far`, { exact: false })).toBeVisible();
            await expect(page.getByLabel(say('player.typed.your-answer-a-number'))).toBeVisible();
            const [, volts, ohms] =
                /(\d+) V and (\d+) Ω/.exec(
                    (await page
                        .getByText(/\d V and /)
                        .last()
                        .textContent()) ?? '',
                ) ?? [];
            await page.getByLabel(say('player.typed.your-answer-a-number')).fill(`${volts}/${ohms}`);
            await press(page, say('player.question-view.check'));
            await press(page, say('player.player.go-on'));
        }
    });
    await test.step('an order, by buttons', async () => {
        const more = page.getByRole('heading', { name: 'One more look' });
        await expect(more.or(page.getByText('Put the steps in order', { exact: false }))).toBeVisible();
        if (await more.isVisible()) {
            await press(page, say('player.player.go-on'));
        }
        await isAccessible(page);
        const wanted = ['Draw a plan', 'Join the wires', 'Close the switch', 'See whether it lights up'];
        for (const [place, thing] of wanted.entries()) {
            for (;;) {
                const moved = page
                    .getByRole('main')
                    .getByRole('listitem')
                    .filter({ has: page.getByRole('button') });
                const rows = await moved.allInnerTexts();
                if (rows.findIndex((row) => row.includes(thing)) <= place) {
                    break;
                }
                await page.getByRole('button', { name: say('player.arranged.move-up', { name: thing }) }).click();
            }
        }
        await press(page, say('player.question-view.check'));
        await press(page, say('player.player.go-on'));
        await page.getByLabel('It goes out').check();
        await press(page, say('player.question-view.check'));
        await press(page, say('player.player.go-on'));
    });
    await test.step('a staircase to its top', async () => {
        for (const step of [2, 3]) {
            await expect(page.getByText(`step ${step} of 3`, { exact: false })).toBeVisible();
            await expect(page.getByLabel(say('player.typed.your-answer-a-number'))).toBeVisible();
            const [, volts, amperes] =
                /([\d.]+) V and ([\d.]+) A/.exec(
                    (await page
                        .getByText(/\d V and /)
                        .last()
                        .textContent()) ?? '',
                ) ?? [];
            await page.getByLabel(say('player.typed.your-answer-a-number')).fill(`${(Number(volts) * Number(amperes)).toFixed(3)} W`);
            await press(page, say('player.question-view.check'));
            await press(page, say('player.player.go-on'));
        }
        await expect(page.getByRole('heading', { name: 'The lights are on' })).toBeVisible();
        await expect(page.getByText(anyFigures('player.finish.of-points', ['points', 'of'], { provisional: 'no' }))).toBeVisible();
        await page.getByText(say('player.finish.what-you-answered')).click();
        await isAccessible(page);
    });
});

test('a check is handed in whole, and its results are seen when the teacher releases them', async ({ page, browser }) => {
    await signUp(page);
    await makeQuiz(page, 'Short check');
    await test.step('the teacher writes a sentence with gaps and something to write', async () => {
        await page.getByRole('button', { name: say('build.build.add-the-first-question') }).click();
        await chooseKind(page, 'gaps');
        await page.getByLabel(say('build.question-editor.question'), { exact: true }).fill('Fill it in.');
        await page.getByLabel(say('build.kind-fields.sentence'), { exact: true }).click();
        await page.keyboard.type('The [ebb] runs out and the [flood] comes in.');
        await expect(page.getByLabel(say('build.kind-fields.answer-of-gap', { answer: 1, gap: 1 }), { exact: true })).toHaveValue('ebb');
        await expect(page.getByLabel(say('build.kind-fields.answer-of-gap', { answer: 1, gap: 2 }), { exact: true })).toHaveValue('flood');
        await page.getByRole('button', { name: say('build.build.add-a', { stop: 'question' }) }).click();
        await chooseKind(page, 'written');
        await page.getByLabel(say('build.question-editor.question'), { exact: true }).fill('Why are there tides?');
        await page.getByLabel(say('build.kind-fields.i-read-these-answers-myself')).check();
        await saved(page);
        await isAccessible(page);
        await page.getByRole('button', { name: say('build.build.publish') }).click();
        await expect(page.getByText(say('build.build.edition-is-published', { edition: 1 }))).toBeVisible();
    });
    const phrase = await giveOut(page, 'Short check', ['Ida'], async () => {
        await page.getByLabel(say('teacher.terms-editor.purpose')).selectOption({ index: 1 });
        await page.getByText(say('teacher.terms-editor.what-a-student-is-told')).click();
        await expect(page.getByText(say('player.overview.you-can-change-your-answers')).first()).toBeVisible();
    });
    const ida = await enter(browser, phrase, 'Ida');
    await test.step('the student answers, changes an answer and hands in', async () => {
        await press(ida, say('student.own.start'));
        await ida.getByLabel('Gap 1').fill('flood');
        await ida.getByLabel('Gap 2').fill('flood');
        await press(ida, say('player.question-view.keep-this-answer'));
        await ida.getByLabel(say('player.typed.your-answer')).fill('Because of the Moon.');
        await press(ida, say('player.question-view.keep-this-answer'));
        await expect(ida.getByText(say('player.overview.every-question-has-an-answer'), { exact: false })).toBeVisible();
        await isAccessible(ida);
        await ida.getByRole('button', { name: begins(say('cutaway.stop', { number: 1 })) }).click();
        await expect(ida.getByLabel('Gap 1')).toHaveValue('flood');
        await ida.getByLabel('Gap 1').fill('ebb');
        await press(ida, say('player.question-view.keep-this-answer'));
        await press(ida, say('player.overview.hand-it-all-in'));
        await expect(
            ida.getByText(say('player.finish.you-will-see', { what: 'how', later: say('player.finish.when-your-teacher-releases-it') })),
        ).toBeVisible();
    });
    await test.step('the teacher reads, gives points and releases', async () => {
        await page.getByRole('link', { name: /Short check/ }).click();
        await page.getByText(say('teacher.task.how-it-is-given')).click();
        await press(page, say('teacher.task.release-the-results'));
        await expect(page.getByRole('button', { name: say('teacher.task.take-the-results-back') })).toBeVisible();
        await page.getByRole('link', { name: 'Ida' }).first().click();
        await expect(page.getByText(say('teacher.points-by-hand.waits-for-you-to-read'))).toBeVisible();
        const unread = page.getByText(say('teacher.points-by-hand.mark-it'));
        const before = await unread.count();
        await unread.first().click();
        await page.getByLabel(say('teacher.points-by-hand.share-of-the-points')).first().fill('50');
        await page.getByLabel(say('teacher.points-by-hand.comment-for-the-student')).first().fill('And the Sun?');
        await page
            .getByRole('button', { name: say('teacher.points-by-hand.keep-this') })
            .first()
            .click();
        const given = say('teacher.points-by-hand.said', { percent: 50, who: 'Marta Quay', when: '' }).replace(/, $/, '');
        await expect(unread).toHaveCount(before - 1);
        const lines = page.getByRole('list', { name: say('teacher.points-by-hand.answers-as-they-stand-and') });
        await lines.locator('summary').last().click();
        await expect(lines.getByText(begins(given))).toBeVisible();
    });
    await test.step('the student sees it', async () => {
        await ida.reload();
        await expect(ida.getByText(say('player.finish.of-points', { points: '1.5', of: '2', provisional: 'no' }))).toBeVisible();
        await ida.getByText(say('player.finish.what-you-answered')).click();
        await expect(ida.getByText('And the Sun?')).toBeVisible();
        await isAccessible(ida);
    });
});

test('a mended key reaches a round under way, and can be taken back', async ({ page, browser }) => {
    await signUp(page);
    const address = await publishNumber(page, 'Wrong key');
    const phrase = await giveOut(page, 'Wrong key', ['Ida']);
    const ida = await enter(browser, phrase, 'Ida');
    await press(ida, say('student.own.start'));
    await ida.getByLabel(say('player.typed.your-answer-a-number')).fill('2');
    await press(ida, say('player.question-view.check'));
    await expect(ida.getByText(say('player.verdict.not-yet'))).toBeVisible();

    await page.goto(address);
    await page.getByRole('button', { name: begins(say('cutaway.stop', { number: 1 })) }).click();
    await page.getByLabel(say('build.question-editor.entry', { kind: 'accepted', name: 1 }), { exact: true }).fill('2');
    await page.getByRole('button', { name: say('build.corrections.mend-the-quiz-in-use') }).click();
    await expect(page.getByText(say('terms.seen.at-once', { what: 'Ida: on the ladder → right' }), { exact: false })).toBeVisible();
    await ida.reload();
    await expect(ida.getByText(say('player.progress.right', { right: 1, helped: 'none' }))).toBeVisible();

    await page.getByText(say('build.corrections.mends-in-force', { count: 1 })).click();
    await press(page, say('teacher.quizzes.take-it-back'));
    // Rounds are marked again slice by slice: it takes as long as the machine is busy.
    await expect(page.getByText('Ida: right at once → on the ladder', { exact: false })).toBeVisible({ timeout: 30_000 });
    await ida.reload();
    await expect(ida.getByText(say('player.progress.on-the-way-to-the'))).toBeVisible();
});

test('a mend is laid where an edition reads as it did, named where it does not, and laid there too when asked', async ({
    page,
    browser,
}) => {
    await signUp(page);
    const address = await publishNumber(page, 'Two editions');
    const phrase = await giveOut(page, 'Two editions', ['Ida', 'Joss']);
    const ida = await enter(browser, phrase, 'Ida');
    await press(ida, say('student.own.start'));
    await ida.getByLabel(say('player.typed.your-answer-a-number')).fill('2');
    await press(ida, say('player.question-view.check'));
    await expect(ida.getByText(say('player.verdict.not-yet'))).toBeVisible();

    await test.step('another edition has another key, and a round of its own', async () => {
        await page.goto(address);
        await page.getByRole('button', { name: begins(say('cutaway.stop', { number: 1 })) }).click();
        await page.getByLabel(say('build.question-editor.entry', { kind: 'accepted', name: 1 }), { exact: true }).fill('4');
        await hint(page, 1, 'Fewer than you think.');
        await saved(page);
        await page.getByRole('button', { name: say('build.build.publish-edition', { number: 2 }) }).click();
        await expect(page.getByText(say('build.build.edition-is-published', { edition: 2 }))).toBeVisible();
        const joss = await enter(browser, phrase, 'Joss');
        await press(joss, say('student.own.start'));
        await joss.getByLabel(say('player.typed.your-answer-a-number')).fill('2');
        await press(joss, say('player.question-view.check'));
        await expect(joss.getByText('Fewer than you think.')).toBeVisible();
    });
    await test.step('the mend reaches the one, and the other is asked about', async () => {
        await page.getByRole('button', { name: begins(say('cutaway.stop', { number: 1 })) }).click();
        await page.getByLabel(say('build.question-editor.entry', { kind: 'accepted', name: 1 }), { exact: true }).fill('2');
        await page.getByRole('button', { name: say('build.corrections.mend-the-quiz-in-use') }).click();
        await expect(page.getByText(say('terms.seen.at-once', { what: 'Joss: on the ladder → right' }), { exact: false })).toBeVisible();
        await ida.reload();
        await expect(ida.getByText(say('player.progress.on-the-way-to-the'))).toBeVisible();
        await page.getByText(say('build.corrections.mends-in-force', { count: 1 })).click();
        await expect(page.getByText(say('build.corrections.not-in-edition', { edition: 1, reason: 'changed', stands: '3' }))).toBeVisible();
        await isAccessible(page);
        await press(page, say('build.corrections.mend-it-there-too'));
        await expect(page.getByText(say('terms.seen.at-once', { what: 'Ida: on the ladder → right' }), { exact: false })).toBeVisible();
        await ida.reload();
        await expect(ida.getByText(say('player.progress.right', { right: 1, helped: 'none' }))).toBeVisible();
    });
});

test('reading support stays with the student', async ({ browser }) => {
    const page = await enter(browser, 'silver heron reef', 'Noor Eriksen');
    await press(page, say('student.reading-support.how-this-page-reads'));
    await page.getByText(say('student.reading-support.largest')).click();
    await page.getByLabel(say('student.reading-support.stronger-contrast')).click();
    await page.getByLabel(say('student.reading-support.more-space-between-letters-and')).click();
    await isAccessible(page);
    await page.reload();
    await expect(page.getByRole('heading', { name: say('student.own.hello', { name: 'Noor Eriksen' }) })).toBeVisible();
    await expect(page.locator('html')).toHaveAttribute('data-contrast', 'high');
    expect(await page.evaluate(() => getComputedStyle(document.documentElement).fontSize)).toBe('23.2px');
    expect(await page.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth)).toBe(true);
});
