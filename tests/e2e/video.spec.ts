import { expect, type Page, test } from '@playwright/test';
import { enter, giveOut, isAccessible, makeQuiz, saved, signUp } from './helpers';

const film = 'database/demo/media/tidal-range.webm';

function timeline(page: Page) {
    return page.getByRole('slider');
}

test('questions in a video: added where it is paused, asked where it stops', async ({ page, browser }) => {
    await signUp(page);
    await makeQuiz(page, 'A film');

    await test.step('a file that is no video is refused with its reason', async () => {
        await page.getByRole('button', { name: 'Begin with a video' }).click();
        await page.getByText('Send a video of your own').click();
        await page.getByLabel(/WebM or MP4/).setInputFiles({ name: 'film.webm', mimeType: 'video/webm', buffer: Buffer.from('no film') });
        await page.getByRole('button', { name: 'Send', exact: true }).click();
        await expect(page.getByText('A video is WebM or MP4')).toBeVisible();
    });
    await test.step('the teacher sends a video and adds a question where it is paused', async () => {
        await page.getByLabel(/WebM or MP4/).setInputFiles(film);
        await page.getByLabel(/Captions/).setInputFiles('database/demo/media/tidal-range.vtt');
        await page.getByRole('button', { name: 'Send', exact: true }).click();
        await expect(page.getByRole('button', { name: 'Add a question here, at 0:00' })).toBeVisible();
        await page.getByLabel('Title', { exact: true }).fill('Tidal range');
        await expect(timeline(page)).toHaveAttribute('max', /^28/);
        await timeline(page).fill('12');
        await page.getByRole('button', { name: 'Add a question here, at 0:12' }).click();
        await expect(page.getByRole('heading', { name: 'Cue at 0:12' })).toBeVisible();
        await page.getByLabel('Stops the video at').fill('0:14.5');
        await page.getByLabel('Question', { exact: true }).fill('What lies between the marks?');
        await page.getByLabel('Option A', { exact: true }).fill('The range');
        await page.getByLabel('Option A is right').check();
        await page.getByLabel('Option B', { exact: true }).fill('The depth');
        await expect(page.getByRole('button', { name: /Cue at 0:14.5/ })).toBeVisible();
        await saved(page);
        await isAccessible(page);
    });
    await page.getByRole('button', { name: 'Publish' }).click();
    await expect(page.getByText('Edition 1 is published.')).toBeVisible();
    const phrase = await giveOut(page, 'A film', ['Finn Abara']);

    const finn = await enter(browser, phrase, 'Finn Abara');
    await finn.getByRole('button', { name: 'Start' }).click();
    await test.step('the video plays, cannot be pulled past the question, and stops to ask it', async () => {
        await expect(finn.getByText('The video stops for 1 question.')).toBeVisible();
        await expect(timeline(finn)).toHaveAttribute('max', /^28/);
        await isAccessible(finn);
        await expect(finn.getByRole('button', { name: 'Go on' })).toBeDisabled();
        await timeline(finn).fill('13');
        await finn.getByRole('button', { name: 'Play' }).click();
        await expect(finn.getByText('What lies between the marks?')).toBeVisible({ timeout: 15_000 });
    });
    await test.step('after a slip the part since the last question can be watched again', async () => {
        await finn.getByLabel('The depth').check();
        await finn.getByRole('button', { name: 'Check' }).click();
        await expect(finn.getByText('Not yet.')).toBeVisible();
        await finn.getByRole('button', { name: 'Watch that part again' }).click();
        await expect(finn.getByText('0:00 / 0:15')).toBeVisible();
        await finn.getByRole('button', { name: 'Put it away' }).click();
        await finn.getByLabel('The range').check();
        await finn.getByRole('button', { name: 'Check' }).click();
        await finn.getByRole('button', { name: 'Go on' }).click();
    });
    await test.step('the video goes on where it stopped, and now to its end', async () => {
        await expect(finn.getByText('You can look at any part again, or go on.')).toBeVisible();
        await expect.poll(() => finn.locator('video').evaluate((video: HTMLVideoElement) => video.currentTime)).toBeGreaterThan(14);
        await timeline(finn).fill('27.5');
        await finn.getByRole('button', { name: 'Play' }).click();
        await expect(finn.getByRole('button', { name: 'Play' })).toBeVisible({ timeout: 10_000 });
        await finn.getByRole('button', { name: 'Go on' }).click();
        await expect(finn.getByText('Everything has arrived.')).toBeVisible();
    });
    await page.getByRole('link', { name: /A film/ }).click();
    await page.getByRole('link', { name: 'Finn Abara' }).click();
    await expect(page.getByText(/watched 0:13 to 0:1/)).toBeVisible();
});
