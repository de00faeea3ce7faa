import { expect, type Page } from '@playwright/test';
import { alsoSay, chooseKind, enter, giveOut, hint, isAccessible, makeQuiz, phone, saved, signUp, writeChoice } from './helpers';
import { test } from './test';
import { begins, say } from './words';

/** Fills in a question with a ladder of a hint and a reading, as a teacher does. */
async function writeQuestion(page: Page): Promise<void> {
    await writeChoice(page, 'Which way does the ebb run?', ['Out to sea', 'Up the beach', 'Along the shore']);
    await alsoSay(page, 'right', 'The ebb runs out.');
    await alsoSay(page, 'notRight', 'Think of the falling water.');
    const third = say('build.question-editor.entry', { kind: 'option', name: 'C' });
    await page.getByRole('button', { name: say('build.question-editor.write-feedback-to', { name: third }) }).click();
    await page.getByLabel(say('build.question-editor.feedback-to', { name: third }), { exact: true }).fill('That is the drift.');
    await hint(page, 1, 'The level sinks. Where does the water go?');
    await page
        .getByRole('button', { name: say('build.rungs.add-for', { rung: say('quiz.rung-within.reading'), isFor: 'no' }), exact: true })
        .click();
    await page.getByLabel(say('build.editor.heading')).fill('Ebb and flood');
    await page.getByLabel(say('build.editor.text'), { exact: true }).fill('Flood comes in, ebb goes out.');
    await page.getByRole('button', { name: say('build.editor.back-to-the-question-above') }).click();
    await saved(page);
}

test('a quiz from the first word to the teacher’s figures', async ({ page, browser }) => {
    await signUp(page);
    await makeQuiz(page, 'Ebb and flood');
    await writeQuestion(page);

    await test.step('an unready quiz says why, at the place', async () => {
        await page.getByRole('button', { name: say('build.build.add-a', { stop: 'question' }) }).click();
        await chooseKind(page, 'number');
        await page.getByLabel(say('build.question-editor.question'), { exact: true }).fill('How many high tides has a day?');
        await page.getByRole('button', { name: say('build.build.publish'), exact: true }).click();
        await expect(page.getByText(`${say('problem.quiz.not-ready')} ${say('inspection.key.no-accepted')}`)).toBeVisible();
        await expect(page.getByRole('heading', { name: 'Stop 2' })).toBeVisible();
        await page.getByLabel(say('build.question-editor.entry', { kind: 'accepted', name: 1 }), { exact: true }).fill('2');
        await saved(page);
    });

    await test.step('what was typed is there after a reload', async () => {
        await page.reload();
        await page.getByRole('button', { name: begins(`${say('cutaway.stop', { number: 1 })}: Which way`) }).click();
        await expect(page.getByLabel(say('build.question-editor.when-it-is-right'))).toHaveText('The ebb runs out.');
        await expect(
            page.getByRole('button', {
                name: begins(say('cutaway.rung', { number: 2, kind: say('quiz.rung.reading'), name: 'Ebb and flood' })),
            }),
        ).toBeVisible();
        await isAccessible(page);
    });

    await test.step('a rehearsal walks it as a student would', async () => {
        await page.getByRole('button', { name: say('build.editor.rehearse-from-here') }).click();
        await page.getByLabel('Up the beach').check();
        await page.getByRole('button', { name: say('player.question-view.check') }).click();
        await expect(page.getByRole('main').getByText('The level sinks. Where does the water go?').first()).toBeVisible();
        await isAccessible(page);
        await page.getByRole('button', { name: say('player.question-view.try-it-again') }).click();
        await page.getByLabel('Out to sea').check();
        await page.getByRole('button', { name: say('player.question-view.check') }).click();
        await page.getByRole('button', { name: say('player.player.go-on') }).click();
        await page.getByLabel(say('player.typed.your-answer-a-number')).fill('2');
        await page.getByRole('button', { name: say('player.question-view.check') }).click();
        await page.getByRole('button', { name: say('player.player.go-on') }).click();
        await expect(page.getByRole('heading', { name: say('making.finish') })).toBeVisible();
        await page.getByRole('link', { name: say('teacher.rehearse.back-to-building') }).click();
    });

    await page.getByRole('button', { name: say('build.build.publish'), exact: true }).click();
    await expect(page.getByText(say('build.build.edition-is-published', { edition: 1 }))).toBeVisible();
    const phrase = await giveOut(page, 'Ebb and flood', ['Ada Brandt', 'Bram Oduya']);
    await expect(page.getByAltText(begins(say('teacher.class.qr-code-with-the-address', { address: '' })))).toBeVisible();
    await isAccessible(page);
    await page.getByRole('link', { name: /Ebb and flood/ }).click();
    await expect(page.getByText(say('teacher.task-line.of-began', { started: 0, students: 2 }))).toBeVisible();

    const ada = await enter(browser, phrase, 'Ada Brandt');
    await test.step('a student slips, climbs back, and is told apart how far and how it goes', async () => {
        await isAccessible(ada);
        await ada.getByRole('button', { name: say('student.own.start') }).click();
        await ada.getByLabel('Along the shore').check();
        await ada.getByRole('button', { name: say('player.question-view.check') }).click();
        await expect(ada.getByText('That is the drift.')).toBeVisible();
        await expect(ada.getByText('Which way does the ebb run?')).toBeVisible();
        await isAccessible(ada);
    });
    await test.step('the teacher sees it within three seconds', async () => {
        await expect(page.getByRole('cell', { name: say('ui.standing.on-the-ladder') })).toBeVisible({ timeout: 3000 });
        await expect(page.getByTitle('Ada Brandt, on the ladder')).toBeVisible();
    });
    await test.step('a reload loses nothing', async () => {
        await ada.reload();
        await expect(ada.getByText('The level sinks. Where does the water go?')).toBeVisible();
        await ada.getByRole('button', { name: say('player.question-view.try-it-again') }).click();
        await ada.getByLabel('Up the beach').check();
        await ada.reload();
        await expect(ada.getByLabel('Up the beach')).toBeChecked();
        await ada.getByRole('button', { name: say('player.question-view.check') }).click();
        await expect(ada.getByText('Flood comes in, ebb goes out.')).toBeVisible();
        await ada.getByRole('button', { name: say('player.question-view.try-it-again') }).click();
        await expect(ada.getByRole('button', { name: say('player.question-view.leave-it-for-later') })).toBeVisible();
    });
    await test.step('set aside, it comes back before the finish', async () => {
        await ada.getByRole('button', { name: say('player.question-view.leave-it-for-later') }).click();
        await ada.getByLabel(say('player.typed.your-answer-a-number')).fill('2');
        await ada.getByRole('button', { name: say('player.question-view.check') }).click();
        await expect(
            ada.getByText(
                `${say('player.progress.right', { right: 1, helped: 'none' })} · ${say('player.progress.set-aside', { count: 1 })}`,
            ),
        ).toBeVisible();
        await ada.getByRole('button', { name: say('player.player.go-on') }).click();
        await expect(ada.getByText(say('player.player.now-the-ones-that-are'))).toBeVisible();
        await ada.getByLabel('Out to sea').check();
        await ada.getByRole('button', { name: say('player.question-view.check') }).click();
        await expect(ada.getByText('The ebb runs out.')).toBeVisible();
        await ada.getByRole('button', { name: say('player.player.go-on') }).click();
        await expect(ada.getByText(say('student.round.everything-has-arrived-your-teacher'))).toBeVisible();
        await isAccessible(ada);
    });
    await test.step('afterwards the teacher reads figures and answers', async () => {
        await expect(page.getByText('1 of 2 began, 1 finished')).toBeVisible({ timeout: 3000 });
        await page.getByRole('button', { name: begins(`${say('cutaway.stop', { number: 1 })}: Which way`) }).click();
        await expect(page.getByText('Along the shore').last()).toBeVisible();
        await expect(page.getByRole('term').filter({ hasText: say('teacher.task.right-after-help') })).toBeVisible();
        await isAccessible(page);
        await page.getByRole('button', { name: say('teacher.task.all-students') }).click();
        await page.getByRole('link', { name: 'Ada Brandt' }).click();
        const line = page.getByRole('listitem').filter({ hasText: 'Which way' }).locator('summary').first();
        await expect(line).toContainText('“Along the sho');
        await line.press('Enter');
        const answered = say('teacher.student.answered', { answer: '“Along the shore”', result: 'not yet; saw the hint' });
        await expect(page.getByText(answered).first()).toBeVisible();
        await isAccessible(page);
        await page.setViewportSize(phone);
        expect(await page.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth)).toBe(true);
        await page.getByText(say('teacher.student.step-by-step')).click();
        await expect(page.getByText(say('teacher.student.left-the-question-for-later')).last()).toBeVisible();
        await isAccessible(page);
    });
});

test('all of building works by keyboard on the picture', async ({ page }) => {
    await signUp(page);
    await makeQuiz(page, 'By keyboard');
    await page.getByRole('button', { name: say('build.build.add-the-first-question') }).click();
    await page.getByLabel(say('build.question-editor.question'), { exact: true }).fill('One');
    await page.getByRole('button', { name: begins(say('cutaway.stop', { number: 1 })) }).focus();
    await page.keyboard.press('n');
    await page.getByLabel(say('build.question-editor.question'), { exact: true }).fill('Two');
    await page.getByRole('button', { name: begins(say('cutaway.stop', { number: 2 })) }).focus();
    await page.keyboard.press('r');
    await page.getByLabel(say('build.rung-editor.hint'), { exact: true }).fill('First hint');
    await page
        .getByRole('button', { name: /First hint/ })
        .first()
        .focus();
    await page.keyboard.press('r');
    await page.getByLabel(say('build.rung-editor.hint'), { exact: true }).fill('Second hint');
    await page.locator('[data-node][aria-current=true]').focus();
    await page.keyboard.press('Alt+ArrowUp');
    await expect(page.getByRole('button', { name: say('cutaway.rung', { number: 1, kind: 'Hint', name: 'Second hint' }) })).toBeVisible();
    await page.keyboard.press('ArrowUp');
    await expect(page.getByRole('button', { name: begins(`${say('cutaway.stop', { number: 2 })}: Two`) })).toBeFocused();
    await page.keyboard.press('Alt+ArrowLeft');
    await expect(page.getByRole('button', { name: begins(`${say('cutaway.stop', { number: 1 })}: Two`) })).toBeVisible();
    await page.keyboard.press('ArrowRight');
    await page.keyboard.press('Delete');
    await expect(page.getByText(say('build.build.is-deleted', { what: '“One”' })).first()).toBeVisible();
    await page.getByRole('button', { name: say('build.build.bring-it-back') }).click();
    await expect(page.getByRole('button', { name: begins(`${say('cutaway.stop', { number: 2 })}: One`) })).toBeVisible();
    await page.getByRole('button', { name: begins(`${say('cutaway.stop', { number: 1 })}: Two`) }).focus();
    await page.keyboard.press('f');
    await expect(page.getByRole('button', { name: say('build.fork-editor.add-a-fork') })).toBeFocused();
    await page.keyboard.press('Enter');
    await page.getByLabel(say('build.fork-editor.leads-to')).first().selectOption({ label: '2. One' });
    await saved(page);
    await page.getByRole('button', { name: begins(`${say('cutaway.stop', { number: 1 })}: Two`) }).focus();
    await page.keyboard.press('w');
    await expect(page.getByText(say('teacher.rehearse.you-walk-as-a-student'))).toBeVisible();
});

test('two at one quiz see each other’s changes, and nothing that is typed is lost', async ({ page, context }) => {
    await signUp(page);
    await makeQuiz(page, 'Two tabs');
    await page.getByRole('button', { name: say('build.build.add-the-first-question') }).click();
    await page.getByLabel(say('build.question-editor.question'), { exact: true }).fill('From the first tab');
    await saved(page);
    const other = await context.newPage();
    await other.goto(page.url());
    await expect(other.getByLabel(say('build.question-editor.question'), { exact: true })).toHaveText('From the first tab');

    await test.step('what one does, the other sees within three seconds', async () => {
        await other.getByLabel(say('build.question-editor.question'), { exact: true }).fill('From the second tab');
        await other.getByLabel(say('build.question-editor.explanation-for-everybody')).focus();
        await expect(page.getByLabel(say('build.question-editor.question'), { exact: true })).toHaveText('From the second tab', {
            timeout: 3500,
        });
        await expect(page.getByText(say('quiz.change.reworded', { what: 'You, on another page or device: Stop 1' }))).toBeVisible();
    });
    await test.step('both type in different places, one of them offline for a while', async () => {
        await other.route('**/api/quizzes/**', (route) => route.abort());
        await alsoSay(other, 'right', 'Written without a connection');
        await alsoSay(page, 'notRight', 'Written meanwhile');
        await saved(page);
        await expect(other.getByText(say('build.build.kept-on-this-device-saving'))).toBeVisible();
        await other.unroute('**/api/quizzes/**');
        await saved(other);
        for (const one of [page, other]) {
            await expect(one.getByLabel(say('build.question-editor.when-it-is-right'))).toHaveText('Written without a connection');
            await expect(one.getByLabel(say('build.question-editor.when-it-is-not-right'))).toHaveText('Written meanwhile');
        }
    });
    await test.step('where both write the same text, the later one is asked, and keeps what it wrote', async () => {
        await other.route('**/api/quizzes/**', (route) => route.abort());
        await other.getByLabel(say('build.question-editor.question'), { exact: true }).fill('Mine');
        await page.getByLabel(say('build.question-editor.question'), { exact: true }).fill('Theirs');
        await page.getByLabel(say('build.question-editor.explanation-for-everybody')).focus();
        await saved(page);
        await other.unroute('**/api/quizzes/**');
        await expect(other.getByText('wrote something else there: “Theirs”', { exact: false })).toBeVisible({ timeout: 15_000 });
        await expect(other.getByLabel(say('build.question-editor.question'), { exact: true })).toHaveText('Mine');
        await isAccessible(other);
        await other.getByRole('button', { name: say('build.unapplied.put-mine-in-its-place') }).click();
        await expect(page.getByLabel(say('build.question-editor.question'), { exact: true })).toHaveText('Mine', { timeout: 15_000 });
    });
});

/** Each step is written to the disk, which on a busy machine takes seconds now and then. */
const patient = { timeout: 20_000 };

test('every step is undone back to the empty quiz and done again, past a reload, and the history tells them', async ({ page }) => {
    test.setTimeout(180_000);
    await signUp(page);
    await makeQuiz(page, 'Steps');
    const document = async () => {
        const reply = await page.request.get(`/api${new URL(page.url()).pathname}`);
        return ((await reply.json()) as { document: unknown }).document;
    };
    const empty = await document();
    await page.getByRole('button', { name: say('build.build.add-the-first-question') }).click();
    await page.getByLabel(say('build.question-editor.question'), { exact: true }).fill('Which way does the ebb run?');
    await page.getByLabel(say('build.question-editor.entry', { kind: 'option', name: 'A' }), { exact: true }).fill('Out to sea');
    await page.getByLabel(say('build.question-editor.entry', { kind: 'option', name: 'B' }), { exact: true }).fill('Inland');
    await hint(page, 1, 'Look at the boats.');
    for (const kind of [
        say('quiz.stop-within.video'),
        say('quiz.stop-within.reading'),
        say('quiz.stop-within.text'),
        say('quiz.stop-within.drill'),
        say('quiz.stop-within.staircase'),
    ]) {
        await page.getByRole('button', { name: say('build.build.add-a', { stop: kind }), exact: true }).click();
    }
    await page
        .getByRole('button', { name: begins(say('cutaway.stop', { number: 1 })) })
        .first()
        .click();
    for (const kind of ['order', 'match', 'gaps', 'number', 'one-choice'] as const) {
        await chooseKind(page, kind);
    }
    await page
        .getByRole('button', { name: begins(say('cutaway.stop', { number: 3 })) })
        .first()
        .click();
    await page.getByRole('button', { name: say('build.editor.delete'), exact: true }).click();
    await saved(page);
    const whole = await document();
    expect(whole).not.toEqual(empty);

    await page.reload();
    const undo = page.getByRole('button', { name: begins(say('build.build.undo')) });
    let steps = 0;
    for (; await undo.isEnabled(); steps++) {
        expect(steps).toBeLessThan(40);
        const before = await undo.getAttribute('aria-label');
        await page.keyboard.press('Control+z');
        await expect(undo).not.toHaveAttribute('aria-label', before ?? '', patient);
    }
    expect(steps).toBeGreaterThan(10);
    expect(await document()).toEqual(empty);
    await page.reload();
    const redo = page.getByRole('button', { name: begins(say('build.build.redo')) });
    for (let again = 0; again < steps; again++) {
        const before = await redo.getAttribute('aria-label');
        await page.keyboard.press('Control+Shift+z');
        await expect(redo).not.toHaveAttribute('aria-label', before ?? '', patient);
    }
    expect(await document()).toEqual(whole);

    await page.getByRole('link', { name: say('build.build.history') }).click();
    await expect(page.getByRole('button', { name: say('build.history.redone', { label: 'Stop 3 taken out' }) })).toBeVisible();
    await isAccessible(page);
    await page.getByRole('button', { name: say('build.history.undone', { label: 'Option A of stop 1 added' }) }).click();
    await expect(page.getByText(/As it was after: Option A of stop 1 added/)).toBeVisible();
    await page.getByRole('button', { name: say('build.history.the-beginning') }).click();
    await expect(page.getByText(say('build.history.there-were-no-stops-yet'))).toBeVisible();
    await page.getByRole('button', { name: say('build.history.bring-this-back') }).click();
    await expect(page.getByRole('heading', { name: say('build.build.begin-with-a-question') })).toBeVisible();
    expect(await document()).toEqual(empty);
});
