import { expect, type Locator, type Page } from '@playwright/test';
import { enter, phone, signInToDemo } from './helpers';
import { test } from './test';
import { anyFigures, begins, say } from './words';

// Not a test: makes the pictures of the README from the demo data. Run by `bin/screenshots`.

const folder = 'docs/screenshots';

// Nothing is to be caught in the middle of a motion.
test.use({ contextOptions: { reducedMotion: 'reduce' } });

/** The page once it shows what it is to show; where that does not come, there is no picture. */
async function picture(page: Page, name: string, shows: Locator): Promise<void> {
    await expect(shows).toBeVisible();
    await expect(page.getByText(say('ui.one-moment'))).toHaveCount(0);
    await page.waitForLoadState('networkidle');
    await page.evaluate(() => document.fonts.ready);
    await expect
        .poll(() => page.evaluate(() => [...document.querySelectorAll('video')].every((video) => video.readyState >= 2 && !video.seeking)))
        .toBe(true);
    await page.screenshot({ path: `${folder}/${name}.png` });
}

test('the teacher’s views', async ({ page }) => {
    await page.goto('/sign-in');
    await signInToDemo(page);
    await picture(
        page,
        'today',
        page
            .getByRole('region', { name: say('teacher.today.running-now') })
            .getByRole('link', { name: /Tides at Skerry Bay/ })
            .first(),
    );
    await page
        .getByRole('region', { name: say('teacher.today.running-now') })
        .getByRole('link', { name: /Tides at Skerry Bay/ })
        .first()
        .click();
    await expect(page.getByText(anyFigures('teacher.task-line.of-began', ['started'], { students: 24 }))).toBeVisible();
    await page.getByRole('button', { name: begins(say('cutaway.stop', { number: 2 })) }).click();
    await picture(page, 'lookout', page.getByText(say('teacher.answer-bars.right')).first());
    await page.getByRole('link', { name: say('teacher.task.look-back') }).click();
    await expect(page.getByRole('heading', { name: say('teacher.evidence.in-short') })).toBeVisible();
    await picture(page, 'evidence', page.getByRole('heading', { name: say('teacher.evidence.in-short') }));
    await page.getByRole('link', { name: 'Bram Oduya' }).click();
    await page.locator('summary').nth(1).click();
    await picture(page, 'student-answers', page.getByRole('heading', { name: /^Round 1/ }));
    await page.goto('/pile');
    await picture(page, 'pile', page.getByRole('article').first());
    await page.goto('/quizzes');
    await page.getByRole('link', { name: /Tides at Skerry Bay/ }).click();
    const struggling = page.getByRole('listitem').filter({ hasText: 'A struggling student needs about' });
    await struggling.getByRole('button', { name: say('teacher.forecast-lines.show-on-the-picture') }).click();
    await picture(page, 'forecast', page.getByTitle(say('build.build.how-often-a-student-comes')).first());
    await page
        .getByRole('button', { name: say('teacher.forecast-lines.take-it-off-the-picture') })
        .first()
        .click();
    await page.getByRole('button', { name: begins(say('cutaway.stop', { number: 1 })) }).click();
    await picture(page, 'build', page.getByLabel(say('build.question-editor.question'), { exact: true }));
    await page.getByRole('button', { name: begins(say('cutaway.stop', { number: 3 })) }).click();
    await page.getByRole('button', { name: say('build.bench.open') }).click();
    await expect(page.getByText(say('build.bench.pictures-are-being-made'))).toHaveCount(0, { timeout: 60_000 });
    await page.getByRole('button', { name: /^0:26.1/ }).click();
    await picture(page, 'bench', page.getByRole('region', { name: say('build.bench.timeline') }));
    await page.getByRole('button', { name: say('build.editor.rehearse-from-here') }).click();
    await expect(page.getByText(say('teacher.rehearse.you-walk-as-a-student'))).toBeVisible();
    await picture(page, 'rehearse', page.getByLabel(say('teacher.rehearse.where-the-rehearsal-is')));
    await page.goto('/classes');
    await page.getByRole('link', { name: /Year 8 Geography/ }).click();
    await page.getByRole('link', { name: say('teacher.class.record') }).click();
    await picture(page, 'record', page.getByRole('button', { name: 'Jonas Achterberg' }));
    await page.getByRole('link', { name: say('teacher.class.roster', { roster: 24 }) }).click();
    await page.getByLabel(say('teacher.roster.names'), { exact: true }).fill('Ada Brandt\nJoost Keller\nWhitlock, Marian\nJoost Keller');
    await picture(page, 'roster', page.getByRole('region', { name: say('teacher.roster.before-anybody-is-added') }));
});

test('the same by night', async ({ browser }) => {
    const context = await browser.newContext({ colorScheme: 'dark', viewport: { width: 1280, height: 800 }, locale: 'en-GB' });
    const page = await context.newPage();
    await signInToDemo(page);
    await page.goto('/quizzes');
    await page.getByRole('link', { name: /Tides at Skerry Bay/ }).click();
    await page.getByRole('button', { name: begins(say('cutaway.stop', { number: 4 })) }).click();
    await picture(page, 'build-night', page.getByLabel(say('build.question-editor.question'), { exact: true }));
});

test('the student’s views', async ({ browser }) => {
    expect(phone.width).toBe(390);
    const page = await enter(browser, 'silver heron reef', 'Ada Brandt', false, 'seashell');
    await picture(page, 'student-page', page.getByRole('button', { name: say('student.own.start') }).first());
    await page
        .getByRole('listitem')
        .filter({ hasText: 'Tides at Skerry Bay' })
        .getByRole('button', { name: say('student.own.start') })
        .click();
    await page.getByLabel('How deep the water is').check();
    await picture(page, say('quiz.node.questions'), page.getByLabel('How deep the water is'));
    await page.getByRole('button', { name: say('player.question-view.check') }).click();
    await picture(page, say('quiz.node.rung'), page.getByRole('button', { name: say('player.question-view.try-it-again') }));
    await page.getByRole('button', { name: say('player.question-view.try-it-again') }).click();
    await page.getByLabel('How far the water climbs').check();
    await page.getByRole('button', { name: say('player.question-view.check') }).click();
    await page.getByRole('button', { name: say('player.player.go-on') }).click();
    await page.getByLabel(say('player.typed.your-answer-a-number')).fill('3.8');
    await page.getByRole('button', { name: say('player.question-view.check') }).click();
    await page.getByRole('button', { name: say('player.player.go-on') }).click();
    await page.getByRole('slider').fill('24');
    await picture(page, say('quiz.stop-within.video'), page.locator('video'));
});

test('giving out', async ({ page }) => {
    await signInToDemo(page);
    await page.goto('/classes');
    await page.getByRole('link', { name: /Year 8 Geography/ }).click();
    await page.getByRole('link', { name: say('teacher.give.give-out-a-quiz') }).click();
    await page.getByLabel(say('teacher.give.quiz'), { exact: true }).selectOption({ label: 'Reading note values' });
    await page.getByLabel(say('teacher.terms-editor.purpose')).selectOption({ index: 1 });
    await page.getByText(say('teacher.terms-editor.what-a-student-is-told')).scrollIntoViewIfNeeded();
    await picture(page, 'terms', page.getByText(say('teacher.terms-editor.what-a-student-is-told')));
});

test('from the front', async ({ page, browser }) => {
    await page.goto('/sign-in');
    await signInToDemo(page);
    await page
        .getByRole('region', { name: say('teacher.today.running-now') })
        .getByRole('link', { name: /Tides at Skerry Bay/ })
        .first()
        .click();
    await page.getByRole('button', { name: say('teacher.board.from-the-front') }).click();
    await page.getByRole('button', { name: say('teacher.board.lead-from-the-front') }).click();
    await expect(page.getByText(say('teacher.board.come-in'), { exact: true })).toBeVisible();
    const students = [
        await enter(browser, 'silver heron reef', 'Noor Eriksen'),
        await enter(browser, 'silver heron reef', 'Viktor Hale'),
        await enter(browser, 'silver heron reef', 'Finn Abara'),
    ];
    for (const student of students) {
        await student.getByRole('button', { name: say('student.together.come-in') }).click();
        await expect(student.getByText(say('player.board.look-at-the-board'))).toBeVisible();
    }
    await page.keyboard.press('PageDown');
    for (const [index, student] of students.entries()) {
        await student
            .getByRole('radio')
            .nth(index === 0 ? 0 : 1)
            .check();
        await student.getByRole('button', { name: say('player.question-view.check') }).click();
        await expect(student.getByText(say('player.question-view.your-answer-has-arrived-your'))).toBeVisible();
    }
    const [noor] = students as [Page];
    await noor.getByRole('button', { name: say('student.together.mood', { mood: 'with' }) }).click();
    await picture(noor, 'together', noor.getByText(say('player.question-view.your-answer-has-arrived-your')));
    await page.keyboard.press('r');
    await picture(page, 'board', page.getByText(say('teacher.board.right'), { exact: true }));
});
