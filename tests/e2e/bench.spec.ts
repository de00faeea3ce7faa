import { expect, type Page } from '@playwright/test';
import { isAccessible, phone, saved, signUp } from './helpers';
import { test } from './test';
import { asks, short, takeIn, videoQuiz } from './videos';
import { begins, say } from './words';

const line = (page: Page) => page.getByRole('slider', { name: say('build.bench.moment'), exact: true });
const mark = (page: Page, words: string) => page.getByRole('slider', { name: begins(`${say('build.bench.question')}: ${words}`) });
const momentOf = (page: Page) => page.locator('[data-bench] .needle').getAttribute('data-time');

async function onBench(page: Page, from: 'file' | 'service', cues = [asks(5, 'What rises?'), asks(20, 'What falls?')]) {
    await signUp(page);
    const { address, stop } = await videoQuiz(page, 'Marks on the quay', await takeIn(page, short, from), { cues });
    await page.goto(`${address}?at=${stop}&bench=${stop}`);
    await expect(line(page)).toBeVisible();
}

for (const from of ['file', 'service'] as const) {
    test(`the bench, by keys alone, with a video of a ${from}`, async ({ page }) => {
        await onBench(page, from);
        await line(page).focus();
        await test.step('space plays, arrows go a second, with Shift five, with Alt to the next mark', async () => {
            // A player of a service is ready when it says so.
            await expect(async () => {
                await page.keyboard.press('Home');
                await page.keyboard.press('ArrowRight');
                expect(await momentOf(page)).toBe('0:01');
            }).toPass();
            await page.keyboard.press('Shift+ArrowRight');
            await expect.poll(() => momentOf(page)).toBe('0:06');
            await page.keyboard.press('ArrowLeft');
            await expect.poll(() => momentOf(page)).toBe('0:05');
            await page.keyboard.press('Alt+ArrowRight');
            await expect.poll(() => momentOf(page)).toBe('0:20');
            await page.keyboard.press('Alt+ArrowLeft');
            await expect.poll(() => momentOf(page)).toBe('0:05');
            await page.keyboard.press(' ');
            await expect(page.getByRole('button', { name: say('player.video-player.pause') })).toBeVisible();
            await expect.poll(async () => Number((await momentOf(page))?.slice(2))).toBeGreaterThan(6);
            await page.keyboard.press(' ');
            await expect(page.getByRole('button', { name: say('player.video-player.play') })).toBeVisible();
        });
        await test.step('Enter asks there: the cursor is in its text, the time is filled in', async () => {
            const at = (await momentOf(page)) ?? '';
            await page.keyboard.press('Enter');
            await expect(page.getByLabel(say('build.editor.stops-the-video-at'))).toHaveValue(at);
            await page.keyboard.type('What is marked here?');
            await expect(page.getByRole('button', { name: new RegExp(`^${at} .*What is marked here\\?`) })).toBeVisible();
        });
        await test.step('a mark is nudged by a tenth, by a second, typed, copied, deleted and brought back', async () => {
            await mark(page, 'What falls?').focus();
            await page.keyboard.press('ArrowRight');
            await page.keyboard.press('ArrowRight');
            await page.keyboard.press('Shift+ArrowLeft');
            await expect(mark(page, 'What falls?')).toHaveAttribute('aria-valuetext', '0:19.2');
            await expect(mark(page, 'What falls?')).toBeFocused();
            await page.keyboard.press('Enter');
            await page.getByLabel(say('build.editor.stops-the-video-at')).fill('0:22.5');
            await expect(mark(page, 'What falls?')).toHaveAttribute('aria-valuetext', '0:22.5');
            await mark(page, 'What falls?').focus();
            await page.keyboard.press('Control+c');
            await line(page).focus();
            await page.keyboard.press('Home');
            await page.keyboard.press('Shift+ArrowRight');
            await page.keyboard.press('Control+v');
            await expect(mark(page, 'What falls?')).toHaveCount(2);
            await mark(page, 'What falls?').last().focus();
            await page.keyboard.press('Delete');
            await expect(mark(page, 'What falls?')).toHaveCount(1);
            await page.keyboard.press('Control+z');
            await expect(mark(page, 'What falls?')).toHaveCount(2);
        });
        await test.step('beginning and end are trimmed, and a heading makes a chapter', async () => {
            await page.getByRole('slider', { name: say('build.bench.begins') }).focus();
            await page.keyboard.press('Shift+ArrowRight');
            await page.keyboard.press('Shift+ArrowRight');
            await page.getByRole('slider', { name: say('build.bench.ends') }).focus();
            await page.keyboard.press('Shift+ArrowLeft');
            await expect(page.getByRole('slider', { name: say('build.bench.begins') })).toHaveAttribute('aria-valuetext', '0:02');
            await page.getByRole('button', { name: say('build.bench.heading-here'), exact: true }).click();
            await page.keyboard.type('Low water');
            await expect(page.getByText(say('player.video-player.chapters', { n: 1 }))).toBeVisible();
        });
        await saved(page);
        await isAccessible(page);
        await page.setViewportSize(phone);
        await isAccessible(page);
        expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(phone.width);
    });
}

test('on the bench a mark is dragged, small pictures and the wave come, and zooming keeps what one looks at', async ({ page }) => {
    await onBench(page, 'file');
    await expect(page.getByText(say('build.bench.pictures-are-being-made'))).toHaveCount(0, { timeout: 30_000 });
    // Beside paper and times there is colour where the pictures and the wave are.
    const colours = await page.locator('[data-bench] canvas').evaluate((canvas: HTMLCanvasElement) => {
        const dots =
            canvas.getContext('2d')?.getImageData(0, 20 * devicePixelRatio, canvas.width, canvas.height - 20 * devicePixelRatio).data ?? [];
        return new Set(Array.from({ length: dots.length / 4 }, (_, dot) => `${dots[4 * dot]} ${dots[4 * dot + 1]} ${dots[4 * dot + 2]}`))
            .size;
    });
    expect(colours).toBeGreaterThan(20);
    const grip = await mark(page, 'What rises?').boundingBox();
    const track = await line(page).boundingBox();
    if (grip === null || track === null) {
        throw new Error('There is no mark.');
    }
    const second = track.width / 28.9;
    await page.mouse.move(grip.x + grip.width / 2, grip.y + 10);
    await page.mouse.down();
    await page.mouse.move(grip.x + grip.width / 2 + 4 * second, grip.y + 10, { steps: 6 });
    await expect(mark(page, 'What rises?').locator('.time-of-drag')).toHaveText(/0:(08\.9|09|09\.1)/);
    await page.mouse.up();
    await expect(mark(page, 'What rises?')).toHaveAttribute('aria-valuetext', /0:(08\.9|09|09\.1)/);
    await saved(page);
    await line(page).focus();
    await page.keyboard.press('Home');
    for (const _ of [1, 2, 3, 4]) {
        await page.keyboard.press('Shift+ArrowRight');
    }
    const needle = () => page.locator('.needle').evaluate((one) => one.getBoundingClientRect().left);
    const before = await needle();
    await page.getByRole('button', { name: say('build.bench.zoom-in') }).click();
    await page.getByRole('button', { name: say('build.bench.zoom-in') }).click();
    await expect.poll(async () => Math.abs((await needle()) - before)).toBeLessThan(3);
    await page.reload();
    await expect(mark(page, 'What rises?')).toHaveAttribute('aria-valuetext', /0:(08\.9|09|09\.1)/);
});

test('captions: a file of another kind and encoding, corrected line by line, in a second language, and what goes wrong', async ({
    page,
}) => {
    await onBench(page, 'file', []);
    await page.getByRole('tab', { name: begins(say('build.bench.tab', { tab: 'captions', n: 0 }).slice(0, 8)) }).click();
    await page.getByLabel(say('build.captions.language'), { exact: true }).selectOption('en');
    const file = page.getByLabel(say('build.captions.file'));
    await expect(page.getByText(say('inspection.video.no-captions'))).toBeVisible();
    await file.setInputFiles({ name: 'x.vtt', mimeType: 'text/vtt', buffer: Buffer.from('hello') });
    await expect(page.getByText(say('problem.captions.type'))).toBeVisible();
    const srt = '2\n00:00:05,000 --> 00:00:08,000\nD\xe9j\xe0 vu\n\n1\n00:00:01,000 --> 00:00:04,000\nFlood & ebb\n';
    await file.setInputFiles({ name: 'x.srt', mimeType: 'text/plain', buffer: Buffer.from(srt, 'latin1') });
    await expect(page.getByText(say('captions.note.in-order'))).toBeVisible();
    const text = (number: number) => page.getByRole('textbox', { name: say('build.captions.text', { number }), exact: true });
    await expect(text(1)).toHaveValue('Flood & ebb');
    await expect(text(2)).toHaveValue('Déjà vu');
    await test.step('a line and its time are corrected, one is added where the video stands, and one comes back', async () => {
        await text(2).fill('High < low');
        await page.getByRole('textbox', { name: say('build.captions.from', { number: 2 }), exact: true }).fill('0:06');
        await line(page).focus();
        await page.keyboard.press('End');
        await page.keyboard.press('Shift+ArrowLeft');
        await page.getByRole('button', { name: say('build.captions.line-here') }).click();
        await page.keyboard.type('The last');
        await expect(page.getByText(say('build.captions.state', { state: 'saved', n: 3 }))).toBeVisible();
        await page.getByRole('button', { name: say('build.captions.delete', { number: 1 }) }).click();
        await expect(text(3)).toHaveCount(0);
        await page.getByRole('button', { name: say('build.captions.undo'), exact: true }).click();
        await expect(text(1)).toHaveValue('Flood & ebb');
        await expect(page.getByText(say('build.captions.state', { state: 'saved', n: 3 }))).toBeVisible();
    });
    await expect(page.getByText(say('inspection.video.no-captions'))).toHaveCount(0);
    await test.step('a second language stands beside the first, and the player offers both', async () => {
        await page.getByLabel(say('build.captions.language'), { exact: true }).selectOption('de');
        await page.getByRole('button', { name: say('build.captions.line-here') }).click();
        await page.keyboard.type('Ebbe');
        await expect(text(1)).toHaveValue('Ebbe');
        await expect(page.getByText(say('build.captions.state', { state: 'saved', n: 1 }))).toBeVisible();
        await page.reload();
        await expect(page.getByLabel(say('player.video-player.language-of-the-captions')).locator('option')).toHaveCount(2);
    });
    await test.step('the transcript goes along, is searched, and a press on a line goes there', async () => {
        await page.getByLabel(say('player.video-player.language-of-the-captions')).selectOption('en');
        await page.getByRole('button', { name: say('player.transcript.transcript') }).click();
        const transcript = page.getByRole('region', { name: say('player.transcript.transcript') });
        await transcript.getByRole('button', { name: /High < low/ }).click();
        await expect.poll(() => momentOf(page)).toBe('0:06');
        await expect(transcript.getByRole('button', { name: /High < low/ })).toHaveAttribute('aria-current', 'true');
        await transcript.getByLabel(say('player.transcript.search')).fill('ebb');
        await expect(transcript.getByText(say('player.transcript.found', { n: 1 }))).toBeVisible();
        await expect(transcript.getByRole('button', { name: /High < low/ })).toBeHidden();
        await page.evaluate(() => {
            window.print = () => undefined;
        });
        await transcript.getByRole('button', { name: say('player.transcript.print') }).click();
        await page.emulateMedia({ media: 'print' });
        await expect(page.getByText('High < low').last()).toBeVisible();
        await expect(page.getByRole('heading', { name: 'Hidden Ladder' })).toBeHidden();
        await page.emulateMedia({ media: 'screen' });
        await page.evaluate(() => window.dispatchEvent(new Event('afterprint')));
    });
    await isAccessible(page);
    await test.step('somebody who wrote meanwhile is not overwritten', async () => {
        const [address] = await page.evaluate(() =>
            performance
                .getEntriesByType('resource')
                .map((one) => one.name)
                .filter((name) => /media\/\w+\/captions$/.test(name)),
        );
        await page.getByRole('tab', { name: begins(say('build.bench.tab', { tab: 'captions', n: 0 }).slice(0, 8)) }).click();
        await page.getByLabel(say('build.captions.language'), { exact: true }).selectOption('de');
        await page.evaluate(async (of) => {
            const token = decodeURIComponent(/XSRF-TOKEN=([^;]+)/.exec(document.cookie)?.[1] ?? '');
            await fetch(`${of}/de`, {
                method: 'PUT',
                headers: { 'Content-Type': 'application/json', Accept: 'application/json', 'X-XSRF-TOKEN': token },
                body: JSON.stringify({ on: 1, lines: [{ from: 0, to: 1, text: 'Flut' }] }),
            });
        }, address ?? '');
        await text(1).fill('Ebbe und Flut');
        await expect(page.getByText(say('problem.captions.changed'))).toBeVisible();
        await expect(text(1)).toHaveValue('Ebbe und Flut');
    });
});
