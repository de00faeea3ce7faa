import { expect } from '@playwright/test';
import { alsoSay, isAccessible, makeQuiz, saved, signInToDemo, signUp, writeChoice } from './helpers';
import { test } from './test';
import { anyFigures, begins, say } from './words';

const forecast = { ninetieth: 0, used: 0, students: 24, help: 'video', stop: '' };

/** How long somebody needs, whatever the figures are. */
const needs = (who: string) => new RegExp(anyFigures('forecast.sentence', ['minutes'], { ...forecast, who }).source.replace(/\\\.$/, ''));

/** The same, with how many will need which video. */
const needsVideo = (who: string) =>
    anyFigures('forecast.sentence', ['minutes', 'ninetieth', 'used'], { ...forecast, who, stop: say('place.stop', { number: 777 }) });

test('the inspection shows a circle on the picture and mends it with one click', async ({ page }) => {
    await signUp(page);
    await makeQuiz(page, 'Round and round');
    await writeChoice(page, 'Which way does the ebb run?', ['Out to sea', 'Up the beach', 'None of the above']);
    await alsoSay(page, 'notRight', 'Think of the falling water.');
    await saved(page);
    await page.getByRole('button', { name: say('inspection.fix.say', { words: 'None of the other answers' }) }).click();
    await expect(page.getByLabel(say('build.question-editor.entry', { kind: 'option', name: 'C' }), { exact: true })).toHaveText(
        'None of the other answers',
    );

    await page.getByRole('button', { name: say('build.build.add-a', { stop: 'reading' }) }).click();
    await page.getByLabel(say('build.editor.heading')).fill('The way back');
    await page.getByLabel(say('build.editor.text'), { exact: true }).fill('From here it begins again.');
    await page.getByText(say('build.stop-settings.this-stop-on-its-way', { isSome: 'no' })).click();
    await page.getByRole('button', { name: say('build.fork-editor.add-a-fork') }).click();
    await page.getByLabel(say('build.fork-editor.when'), { exact: true }).selectOption(say('build.fork-editor.always'));
    await page.getByLabel(say('build.fork-editor.leads-to')).last().selectOption({ label: '1. Which way does the ebb run?' });
    await expect(page.getByText('can never reach a finish, whatever they answer').first()).toBeVisible();
    await expect(page.getByText(say('cutaway.in-a-circle'), { exact: true })).toHaveCount(2);
    await page.getByRole('button', { name: say('build.build.publish'), exact: true }).click();
    await expect(page.getByText(say('problem.quiz.not-ready'))).toBeVisible();
    await page
        .getByRole('button', { name: say('inspection.fix.take-fork-out') })
        .first()
        .click();
    await expect(page.getByText(say('cutaway.in-a-circle'), { exact: true })).toHaveCount(0);
    await saved(page);
    await page.getByRole('button', { name: say('build.build.publish'), exact: true }).click();
    await expect(page.getByText(say('build.build.edition-is-published', { edition: 1 }))).toBeVisible();
});

test('the forecast stands beside the picture and on it', async ({ page }) => {
    await signInToDemo(page);
    await page.goto('/quizzes');
    await page.getByRole('link', { name: /Tides at Skerry Bay/ }).click();
    const line = page.getByRole('listitem').filter({ hasText: needs('struggling') });
    await expect(line).toContainText(needsVideo('struggling'));
    await line.getByRole('button', { name: say('teacher.forecast-lines.show-on-the-picture') }).click();
    await expect(page.getByTitle(say('build.build.how-often-a-student-comes')).first()).toBeVisible();
    await isAccessible(page);
    await page
        .getByRole('button', { name: say('teacher.forecast-lines.take-it-off-the-picture') })
        .first()
        .click();
    await expect(page.getByTitle(say('build.build.how-often-a-student-comes'))).toHaveCount(0);
});

test('looking back at a task: sentences, questions, students, needs and videos', async ({ page }) => {
    await signInToDemo(page);
    await page
        .getByRole('region', { name: say('teacher.today.running-now') })
        .getByRole('link', { name: /Tides at Skerry Bay/ })
        .first()
        .click();
    await page.getByRole('link', { name: say('teacher.task.look-back') }).click();
    await expect(page.getByRole('heading', { name: say('teacher.evidence.in-short') })).toBeVisible();
    await page.getByText(say('teacher.evidence.each-question')).click();
    for (const heading of [
        say('teacher.evidence.how-deep-the-class-went'),
        say('teacher.task.questions'),
        say('teacher.student-table.students-by-questions'),
        say('teacher.evidence.misconceptions-and-objectives'),
        say('teacher.evidence.groups-that-need-the-same'),
        say('teacher.watch-maps.what-was-watched'),
    ]) {
        await expect(page.getByRole('heading', { name: heading, exact: true })).toBeVisible();
    }
    await isAccessible(page);
    const questions = page.getByRole('region', { name: say('teacher.task.questions'), exact: true });
    const shares = async () =>
        (await questions.getByRole('row').locator('td:nth-child(2)').allInnerTexts()).map((words) => Number.parseInt(words, 10));
    await questions.getByRole('button', { name: say('teacher.question-table.median-time') }).click();
    await expect(questions.getByRole('columnheader', { name: say('teacher.question-table.median-time') })).toHaveAttribute(
        'aria-sort',
        'ascending',
    );
    expect((await shares()).length).toBeGreaterThan(5);
    const students = page.getByRole('region', { name: say('teacher.student-table.students-by-questions') });
    await students.getByRole('button', { name: say('teacher.student-table.best') }).click();
    await expect(students.getByRole('columnheader', { name: say('teacher.student-table.best') })).toHaveAttribute('aria-sort', 'ascending');
    await page.getByText(say('ui.covers.for-the-class')).click();
    await expect(page.getByText('Bram Oduya')).toHaveCount(0);
    await expect(students.getByRole('link', { name: say('teacher.evidence.student', { student: 1 }), exact: true })).toBeVisible();
    await page.getByText(say('ui.covers.for-me')).click();
    await page.getByRole('button', { name: begins(say('cutaway.stop', { number: 1 })) }).click();
    await expect(page.getByRole('heading', { name: say('teacher.question-close-up.first-answers') })).toBeVisible();
    await expect(page.getByRole('heading', { name: say('teacher.question-close-up.what-the-rungs-did') })).toBeVisible();
    await page.getByRole('button', { name: say('teacher.task.all-questions') }).click();
    await students.getByRole('link', { name: 'Bram Oduya' }).click();
    await expect(page.getByRole('heading', { name: 'Bram Oduya' })).toBeVisible();
});

test('a likely slip of the pen is mended or left, and what is left stays left', async ({ page }) => {
    await signUp(page);
    await makeQuiz(page, 'On spelling');
    await page.getByRole('button', { name: say('build.build.add-the-first-question') }).click();
    await page.getByLabel(say('build.question-editor.question'), { exact: true }).fill('Wich basin is seperate from the wierly pool?');
    await saved(page);
    await page.getByRole('button', { name: say('inspection.fix.write', { word: 'Which' }) }).click();
    await page.getByRole('button', { name: say('inspection.fix.write', { word: 'separate' }) }).click();
    await expect(page.getByLabel(say('build.question-editor.question'), { exact: true })).toHaveText(
        'Which basin is separate from the wierly pool?',
    );
    await page.getByLabel(say('build.question-editor.question'), { exact: true }).fill('Which basin is separate from the weirdd pool?');
    const note = page.locator('aside').getByRole('listitem').filter({ hasText: '“weirdd” may be a slip of the pen' });
    await note.getByRole('button', { name: say('build.unapplied.leave-it') }).click();
    await expect(note).toHaveCount(0);
    await saved(page);

    await page.reload();
    await page.getByRole('heading', { name: 'On spelling' }).click();
    await expect(page.getByText(say('build.whole-quiz.left-as-it-is', { left: 1 }))).toBeVisible();
    await page.getByText(say('build.whole-quiz.left-as-it-is', { left: 1 })).click();
    await page.getByRole('button', { name: say('build.finding-note.tell-me-again') }).click();
    await expect(page.getByText(anyFigures('build.whole-quiz.left-as-it-is', ['left']))).toHaveCount(0);
    await expect(page.getByText('“weirdd” may be a slip of the pen', { exact: false })).toBeVisible();
    await page.getByLabel(say('build.whole-quiz.from-age')).fill('11');
    await page.getByLabel(say('build.whole-quiz.language')).selectOption('Deutsch');
    await saved(page);
    await expect(page.getByText('“weirdd” may be a slip of the pen', { exact: false })).toHaveCount(0);
    await page.reload();
    await expect(page.getByLabel(say('build.whole-quiz.from-age'))).toHaveValue('11');
});

test('what to expect of a class is told under the terms a quiz is given with', async ({ page }) => {
    await signInToDemo(page);
    await page.getByRole('link', { name: say('teacher.navigation.classes') }).click();
    await page.getByRole('link', { name: /Year 8 Geography/ }).click();
    await page.getByRole('link', { name: say('teacher.give.give-out-a-quiz') }).click();
    await page.getByLabel(say('teacher.give.quiz'), { exact: true }).selectOption({ label: 'Tides at Skerry Bay' });
    await page.getByText(say('teacher.give.change-something')).click();
    await page.getByRole('button', { name: say('teacher.terms-forecast.how-long-will-it-take') }).click();
    const expected = page.getByRole('region', { name: say('teacher.terms-forecast.what-to-expect') });
    await expect(expected.getByText(needsVideo('struggling'))).toBeVisible();
    await expect(expected.getByText(needs('class'))).toBeVisible();
    await page.getByLabel(say('teacher.terms-editor.purpose')).selectOption('exit-check');
    await expect(expected.getByText(needs('struggling'))).toBeVisible();
    await expect(expected.getByText(needsVideo('struggling'))).toHaveCount(0);
});

test('a task shows how deep the class went wherever it is named', async ({ page }) => {
    await signInToDemo(page);
    const task = page
        .getByRole('region', { name: say('teacher.today.running-now') })
        .getByRole('link', { name: /Tides at Skerry Bay/ })
        .first();
    await expect(
        task.getByRole('img', { name: anyFigures('cutaway.depth-profile.deepest-at-stop-of-rungs', ['number', 'depth'], { rungs: 1 }) }),
    ).toBeVisible();
    await isAccessible(page);
});
