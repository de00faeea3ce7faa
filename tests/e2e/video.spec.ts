import { expect, type Page } from '@playwright/test';
import { enter, giveOut, isAccessible, makeQuiz, saved, signUp } from './helpers';
import { test } from './test';
import { begins, say } from './words';

const film = 'database/demo/media/tidal-range.webm';

function timeline(page: Page) {
    return page.getByRole('slider', { name: begins(say('player.video-player.moment-of-the-video', { title: '' }).slice(0, -1)) });
}

const momentOf = (page: Page) => page.locator('video').evaluate((video: HTMLVideoElement) => video.currentTime);

test('questions in a video: added where it is paused, asked where it stops', async ({ page, browser }) => {
    await signUp(page);
    await makeQuiz(page, 'A film');

    await test.step('a file that is no video is refused with its reason', async () => {
        await page.getByRole('button', { name: say('build.build.begin-with-a-video') }).click();
        await page.getByText(say('build.media-picker.send-a-video-of-your')).click();
        await page.getByLabel(/WebM or MP4/).setInputFiles({ name: 'film.webm', mimeType: 'video/webm', buffer: Buffer.from('no film') });
        await page.getByRole('button', { name: say('player.video-view.send'), exact: true }).click();
        await expect(page.getByText(say('problem.media.types'))).toBeVisible();
    });
    await test.step('the teacher sends a video and adds a question where it is paused', async () => {
        await page.getByLabel(/WebM or MP4/).setInputFiles(film);
        await page.getByLabel(/Captions/).setInputFiles('database/demo/media/tidal-range.vtt');
        await page.getByRole('button', { name: say('player.video-view.send'), exact: true }).click();
        await expect(page.getByRole('button', { name: say('build.video-editor.add-a-question-here-at', { time: '0:00' }) })).toBeVisible();
        await page.getByLabel(say('build.whole-quiz.title'), { exact: true }).fill('Tidal range');
        await expect(timeline(page)).toHaveAttribute('max', /^28/);
        await timeline(page).fill('12');
        await page.getByRole('button', { name: say('build.video-editor.add-a-question-here-at', { time: '0:12' }) }).click();
        await expect(page.getByRole('heading', { name: 'Cue at 0:12' })).toBeVisible();
        await page.getByLabel(say('build.editor.stops-the-video-at')).fill('0:14.5');
        await page.getByLabel(say('build.question-editor.question'), { exact: true }).fill('What lies between the marks?');
        await page.getByLabel(say('build.question-editor.entry', { kind: 'option', name: 'A' }), { exact: true }).fill('The range');
        await page
            .getByLabel(say('build.question-editor.is-right', { label: say('build.question-editor.entry', { kind: 'option', name: 'A' }) }))
            .check();
        await page.getByLabel(say('build.question-editor.entry', { kind: 'option', name: 'B' }), { exact: true }).fill('The depth');
        await expect(
            page.getByRole('button', { name: begins(say('build.editor.cue-at', { kind: 'question', time: '0:14.5' })) }),
        ).toBeVisible();
        await saved(page);
        await isAccessible(page);
    });
    await page.getByRole('button', { name: say('build.build.publish') }).click();
    await expect(page.getByText(say('build.build.edition-is-published', { edition: 1 }))).toBeVisible();
    const phrase = await giveOut(page, 'A film', ['Finn Abara']);

    const finn = await enter(browser, phrase, 'Finn Abara');
    await finn.getByRole('button', { name: say('student.own.start') }).click();
    await test.step('the video plays, cannot be pulled past the question, and stops to ask it', async () => {
        await expect(finn.getByText(say('player.video-view.the-video-stops-for', { open: 1 }))).toBeVisible();
        await expect(timeline(finn)).toHaveAttribute('max', /^28/);
        await isAccessible(finn);
        await expect(finn.getByRole('button', { name: say('player.player.go-on') })).toBeDisabled();
        // A jump past the open question lands before it, and plays into it; it does not open it by landing.
        await timeline(finn).fill('25');
        await expect.poll(() => momentOf(finn)).toBeCloseTo(13, 0);
        await expect(finn.getByText('What lies between the marks?')).toHaveCount(0);
        await finn.getByLabel(say('player.video-player.speed')).selectOption('2');
        expect(await finn.locator('video').evaluate((video: HTMLVideoElement) => video.playbackRate)).toBe(2);
        await timeline(finn).press('ArrowLeft');
        await expect.poll(() => momentOf(finn)).toBeCloseTo(8, 0);
        await timeline(finn).press(' ');
        await expect(finn.getByText('What lies between the marks?')).toBeVisible({ timeout: 15_000 });
    });
    await test.step('after a slip the part since the last question can be watched again', async () => {
        await finn.getByLabel('The depth').check();
        await finn.getByRole('button', { name: say('player.question-view.check') }).click();
        await expect(finn.getByText(say('player.verdict.not-yet'))).toBeVisible();
        await finn.getByRole('button', { name: say('player.question-view.watch-that-part-again') }).click();
        await expect(finn.getByText('0:00 / 0:15')).toBeVisible();
        await finn.getByRole('button', { name: say('player.kept-reading.put-it-away') }).click();
        await finn.getByLabel('The range').check();
        await finn.getByRole('button', { name: say('player.question-view.check') }).click();
        await finn.getByRole('button', { name: say('player.player.go-on') }).click();
    });
    await test.step('the video goes on where it stopped, and now to its end', async () => {
        await expect(finn.getByText(say('player.video-view.you-can-look-at-any'))).toBeVisible();
        await expect.poll(() => finn.locator('video').evaluate((video: HTMLVideoElement) => video.currentTime)).toBeGreaterThan(14);
        await timeline(finn).fill('27.5');
        await finn.getByRole('button', { name: say('player.video-player.play') }).click();
        await expect(finn.getByRole('button', { name: say('player.video-player.play') })).toBeVisible({ timeout: 10_000 });
        await finn.getByRole('button', { name: say('player.player.go-on') }).click();
        await expect(finn.getByText(say('student.round.everything-has-arrived-your-teacher'))).toBeVisible();
    });
    await page.getByRole('link', { name: /A film/ }).click();
    await page.getByRole('link', { name: 'Finn Abara' }).click();
    await page.getByText(say('teacher.student.step-by-step')).click();
    await expect(page.getByText(/watched 0:0[78] to 0:1/)).toBeVisible();
});

test('hidden questions: neither where nor how many is told, and without a connection the video waits before what is not known', async ({
    page,
    browser,
}) => {
    await signUp(page);
    await makeQuiz(page, 'A film with a surprise');
    await page.getByRole('button', { name: say('build.build.begin-with-a-video') }).click();
    await page.getByText(say('build.media-picker.send-a-video-of-your')).click();
    await page.getByLabel(/WebM or MP4/).setInputFiles(film);
    await page.getByRole('button', { name: say('player.video-view.send'), exact: true }).click();
    await expect(timeline(page)).toHaveAttribute('max', /^28/);
    await page.getByText(say('build.stop-settings.this-stop-on-its-way', { isSome: 'no', said: '' })).click();
    await page.getByLabel(say('build.stop-settings.students-see-where-the-questions')).uncheck();
    await page.getByLabel(say('build.stop-settings.students-see-how-many-are-to-come')).uncheck();
    await timeline(page).fill('22');
    await page.getByRole('button', { name: say('build.video-editor.add-a-question-here-at', { time: '0:22' }) }).click();
    await page.getByLabel(say('build.question-editor.question'), { exact: true }).fill('What comes now?');
    for (const [index, option] of ['Ebb', 'Flood'].entries()) {
        const name = say('build.question-editor.entry', { kind: 'option', name: 'AB'.charAt(index) });
        await page.getByLabel(name, { exact: true }).fill(option);
    }
    await page
        .getByLabel(say('build.question-editor.is-right', { label: say('build.question-editor.entry', { kind: 'option', name: 'A' }) }))
        .check();
    await saved(page);
    await page.getByRole('button', { name: say('build.build.publish') }).click();
    await expect(page.getByText(say('build.build.edition-is-published', { edition: 1 }))).toBeVisible();
    const phrase = await giveOut(page, 'A film with a surprise', ['Gwen']);

    const gwen = await enter(browser, phrase, 'Gwen');
    const views: string[] = [];
    gwen.on('response', async (response) => {
        if (response.url().includes('/rounds')) {
            views.push(await response.text().catch(() => ''));
        }
    });
    await gwen.getByRole('button', { name: say('student.own.start') }).click();
    await expect(gwen.getByText(say('player.video-view.the-video-stops-by-itself'))).toBeVisible();
    await expect(timeline(gwen)).toHaveAttribute('max', /^28/);
    // What was not seen cannot be gone to: something may be asked on the way.
    await timeline(gwen).fill('25');
    await expect.poll(() => momentOf(gwen)).toBeLessThan(1);
    expect(views.join()).not.toContain('"nextCue":22');
    expect(views.join()).not.toContain('What comes now?');
    await gwen.route('**/events', (route) => route.abort());
    await gwen.getByLabel(say('player.video-player.speed')).selectOption('2');
    await gwen.getByRole('button', { name: say('player.video-player.play') }).click();
    await expect(gwen.getByText(say('player.video-player.it-waits'))).toBeVisible({ timeout: 20_000 });
    await expect.poll(() => momentOf(gwen)).toBeCloseTo(15, 0);
    await gwen.unroute('**/events');
    await expect(gwen.getByText('What comes now?')).toBeVisible({ timeout: 30_000 });
});
