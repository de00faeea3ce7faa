import { type Browser, expect, type Frame, type Page } from '@playwright/test';
import type { Cue, VideoStop, Watching } from '../../resources/js/api/types';
import { enter, isAccessible, phone, signUp } from './helpers';
import { test } from './test';
import { asks, givenVideo, long, serviceIs, short, takeIn } from './videos';
import { begins, say } from './words';

const timeline = (page: Page) =>
    page.getByRole('slider', { name: begins(say('player.video-player.moment-of-the-video', { title: '' }).slice(0, -1)) });

const speed = (page: Page, times: number) => page.getByLabel(say('player.video-player.speed')).selectOption(String(times));

const play = (page: Page) => page.getByRole('button', { name: say('player.video-player.play') }).click();

const pause = (page: Page) => page.getByRole('button', { name: say('player.video-player.pause') }).click();

/** Where the video is: in the page, or in the frame of the service. */
function inside(page: Page): Frame {
    return page.frames().find((frame) => frame.url().includes('/player/')) ?? page.mainFrame();
}

const momentOf = async (page: Page) =>
    inside(page)
        .locator('video')
        .evaluate((video: HTMLVideoElement) => video.currentTime, undefined, { timeout: 2000 });

/** Every picture that is shown is written down with its time, wherever the video is. */
async function logged(page: Page): Promise<void> {
    await page.context().addInitScript(() => {
        const shown: { at: number; playing: boolean }[] = [];
        Object.assign(window, { shown });
        document.addEventListener(
            'play',
            (event) => {
                const video = event.target as HTMLVideoElement;
                const next = (_: number, { mediaTime }: VideoFrameCallbackMetadata) => {
                    shown.push({ at: mediaTime, playing: !video.paused });
                    video.requestVideoFrameCallback(next);
                };
                video.requestVideoFrameCallback(next);
            },
            true,
        );
    });
}

const shownIn = async (page: Page) =>
    inside(page).evaluate(() => (window as unknown as { shown: { at: number; playing: boolean }[] }).shown);

async function student(
    page: Page,
    browser: Browser,
    from: 'file' | 'service',
    video: typeof long,
    more: Partial<VideoStop>,
): Promise<Page> {
    await signUp(page);
    const phrase = await givenVideo(page, 'A film', await takeIn(page, video, from), ['Finn Abara'], more);
    const finn = await enter(browser, phrase, 'Finn Abara');
    await logged(finn);
    await finn.reload();
    await finn.getByRole('button', { name: say('student.own.start') }).click();
    await expect(timeline(finn)).toHaveAttribute('max', video.length);
    return finn;
}

/** What the teacher reads of the first video of the first task. */
async function recordOf(page: Page): Promise<Watching> {
    await page.goto('/today');
    const task = (
        await page
            .getByRole('link', { name: /A film/ })
            .first()
            .getAttribute('href')
    )?.split('/')[2];
    const { document } = await (await page.request.get(`/api/tasks/${task}`)).json();
    return (await page.request.get(`/api/tasks/${task}/videos/${document.stops[0].id}`)).json();
}

for (const from of ['file', 'service'] as const) {
    test(`a question stops the video within a tenth of a second at each speed, nine times of ten, with a video of a ${from}`, async ({
        page,
        browser,
    }) => {
        test.setTimeout(240_000);
        const speeds = [0.5, 1, 2];
        const every = from === 'file' ? 10 : 4;
        const cues: Cue[] = Array.from({ length: every * speeds.length }, (_, index) => asks(61.3 + 1.7 * index, `Number ${index + 1}?`));
        const finn = await student(page, browser, from, long, { cues, clip: { media: null, from: 60, to: null } });
        const over: number[] = [];
        for (const [index, cue] of cues.entries()) {
            if (index % every === 0) {
                await speed(finn, speeds[index / every] ?? 1);
            }
            const frame = inside(finn);
            await frame.evaluate(() => (window as unknown as { shown: unknown[] }).shown.splice(0));
            await play(finn);
            // Looked at from when the video is there until its question is: then it is taken away.
            const furthest = async () => Math.max(0, ...(await shownIn(finn)).filter(({ playing }) => playing).map(({ at }) => at));
            let last = 0;
            while ((await finn.getByText(`Number ${index + 1}?`).count()) === 0) {
                last = Math.max(last, await furthest().catch(() => 0));
            }
            last = from === 'file' ? Math.max(last, await furthest()) : last;
            over.push(last - cue.at);
            await finn.getByLabel('Flood').check();
            await finn.getByRole('button', { name: say('player.question-view.check') }).click();
            await finn.getByRole('button', { name: say('player.player.go-on') }).click();
        }
        for (const [turn, times] of speeds.entries()) {
            const these = over.slice(turn * every, (turn + 1) * every);
            test.info().annotations.push({ type: `past the cue at ${times}`, description: these.map((one) => one.toFixed(3)).join(' ') });
            expect(these.filter((one) => Math.abs(one) <= 0.1).length, `${times}: ${these}`).toBeGreaterThanOrEqual(
                Math.floor(0.9 * every),
            );
        }
    });

    test(`each way of seeking is as it says, by slider, keys, a tap and after a reload, with a video of a ${from}`, async ({
        page,
        browser,
    }) => {
        test.setTimeout(150_000);
        await signUp(page);
        const media = await takeIn(page, short, from);
        for (const [seeking, name] of [
            ['free', 'Finn Abara'],
            ['back', 'Gwen Holm'],
            ['open-cue', 'Hugo Ash'],
        ] as const) {
            const more = { seeking, clip: { media, from: 0, to: null }, cues: [asks(20, 'What falls?')] };
            const phrase = await givenVideo(page, `Seeking ${seeking}`, media, [name], more);
            const finn = await enter(browser, phrase, name);
            await finn.getByRole('button', { name: say('student.own.start') }).click();
            await expect(timeline(finn)).toHaveAttribute('max', /^28/);
            const ready = async () => expect(async () => expect(await momentOf(finn)).toBeGreaterThanOrEqual(0)).toPass();
            await ready();
            const tap = async (at: number) => {
                const box = await timeline(finn).boundingBox();
                await finn.touchscreen.tap(
                    (box?.x ?? 0) + 8 + (((box?.width ?? 0) - 16) * at) / 28.9,
                    (box?.y ?? 0) + (box?.height ?? 0) / 2,
                );
            };
            const lands = (at: number) => expect.poll(() => momentOf(finn), { message: `${seeking} to ${at}` }).toBeCloseTo(at, 0);
            await speed(finn, 2);
            await play(finn);
            await expect.poll(() => momentOf(finn)).toBeGreaterThan(6);
            await pause(finn);
            const seen = await momentOf(finn);
            await timeline(finn).fill('25');
            await lands(seeking === 'free' ? 25 : seeking === 'back' ? seen : 18.5);
            await timeline(finn).fill('2');
            await lands(2);
            await timeline(finn).press('ArrowRight');
            await lands(seeking === 'back' ? Math.min(7, seen) : 7);
            await tap(26.9);
            await lands(seeking === 'free' ? 26.9 : seeking === 'back' ? seen : 18.5);
            await timeline(finn).fill('1');
            await lands(1);
            await finn.reload();
            await expect(timeline(finn)).toHaveAttribute('max', /^28/);
            await ready();
            // What was seen before the reload was not forgotten.
            await timeline(finn).fill('5');
            await lands(5);
            await timeline(finn).fill('25');
            await lands(seeking === 'free' ? 25 : seeking === 'back' ? seen : 18.5);
            await finn.context().close();
            await page.goto('/today');
        }
    });

    test(`what is kept of what was watched is what was shown, with a video of a ${from}`, async ({ page, browser }) => {
        test.setTimeout(120_000);
        const finn = await student(page, browser, from, long, { seeking: 'free' });
        const legs: [number, number, number][] = [
            [100, 1, 3],
            [600, 2, 6],
            [102, 0.5, 1.5],
        ];
        const log: [number, number][] = [];
        for (const [at, times, long] of legs) {
            await timeline(finn).fill(String(at));
            await expect.poll(() => momentOf(finn)).toBeCloseTo(at, 0);
            await speed(finn, times);
            const start = await momentOf(finn);
            await play(finn);
            await expect.poll(() => momentOf(finn), { timeout: 20_000 }).toBeGreaterThan(start + long);
            await pause(finn);
            await expect(finn.getByRole('button', { name: say('player.video-player.play') })).toBeVisible();
            log.push([start, await momentOf(finn)]);
        }
        await expect(finn.getByText(say('player.video-view.you-can-look-at-any'))).toBeVisible();
        await expect(async () => {
            const [finns] = (await recordOf(page)).students;
            const [[one, two, three], strip] = [log, finns?.strip ?? []];
            // The first and the third overlap, so that in the union they are one.
            const ends = [Math.min(one?.[0] ?? 0, three?.[0] ?? 0), Math.max(one?.[1] ?? 0, three?.[1] ?? 0), two?.[0] ?? 0, two?.[1] ?? 0];
            const near = (seen: number[], from = 0, to = 0) => {
                expect(Math.abs((seen[0] ?? 0) - from)).toBeLessThan(0.5);
                expect(Math.abs((seen.at(-1) ?? 0) - to)).toBeLessThan(0.5);
            };
            const early = strip.filter(([start = 0]) => start < 300);
            near([early[0]?.[0] ?? 0, early.at(-1)?.[1] ?? 0], ends[0], ends[1]);
            const late = strip.filter(([start = 0]) => start > 300);
            near([late[0]?.[0] ?? 0, late.at(-1)?.[1] ?? 0], ends[2], ends[3]);
            expect(Math.max(...early.map(([, , times = 0]) => times))).toBe(2);
            expect(finns?.jumps).toHaveLength(2);
        }).toPass({ timeout: 15_000 });
    });
}

test('a service that goes away in the middle: it is said, and the student goes on; the teacher’s quiz opens, and search says so', async ({
    page,
    browser,
}) => {
    const finn = await student(
        page,
        browser,
        'service',
        { file: '', key: 'twelve-parts', length: /^35/ },
        {
            cues: [asks(3, 'What rises?'), asks(20, 'What falls?')],
        },
    ).catch((error) => Promise.reject(error));
    await serviceIs(page, 'away', 'twelve-parts');
    await finn.reload();
    await expect(finn.getByText(say('player.video-player.it-is-away'))).toBeVisible({ timeout: 20_000 });
    await isAccessible(finn);
    await serviceIs(page, 'well', 'twelve-parts');
    await finn.getByRole('button', { name: say('player.video-player.try-again') }).click();
    await expect(finn.getByText(say('player.video-player.it-is-away'))).toHaveCount(0);
    await expect(timeline(finn)).toHaveAttribute('max', /^35/);
    await expect(finn.getByRole('button', { name: say('player.video-view.it-is-not-there') })).toHaveCount(0);
    await play(finn);
    await expect(finn.getByText('What rises?')).toBeVisible({ timeout: 20_000 });
    await finn.getByLabel('Flood').check();
    await finn.getByRole('button', { name: say('player.question-view.check') }).click();
    await finn.getByRole('button', { name: say('player.player.go-on') }).click();
    await serviceIs(page, 'away', 'twelve-parts');
    await finn.reload();
    await finn.getByRole('button', { name: say('player.video-view.it-is-not-there') }).click({ timeout: 20_000 });
    await expect(finn.getByText(say('student.round.everything-has-arrived-your-teacher'))).toBeVisible();
    await page.getByRole('link', { name: /A film/ }).click();
    await page.getByRole('link', { name: 'Finn Abara' }).click();
    await page.getByText(say('teacher.student.step-by-step')).click();
    await expect(page.getByText(say('teacher.student.could-not-have-the-video'))).toBeVisible();
    await page.goto('/quizzes');
    await page
        .getByRole('link', { name: /A film/ })
        .first()
        .click();
    await expect(
        page.getByRole('button', { name: say('build.build.publish'), exact: false }).or(page.getByText(/Edition 1/)),
    ).toBeVisible();
    await serviceIs(page, 'well', 'twelve-parts');
});

test('a question stands beside its video where the screen is wide, and covers it on a phone', async ({ page, browser }) => {
    const finn = await student(page, browser, 'file', short, { cues: [asks(2, 'What rises?')] });
    await play(finn);
    await expect(finn.getByText('What rises?')).toBeVisible({ timeout: 20_000 });
    await expect(finn.locator('video')).toHaveCount(0);
    await finn.setViewportSize({ width: 1280, height: 800 });
    await expect(finn.locator('video')).toBeVisible();
    const [video, question] = [await finn.locator('video').boundingBox(), await finn.getByText('What rises?').boundingBox()];
    expect((video?.x ?? 0) + (video?.width ?? 0)).toBeLessThan(question?.x ?? 0);
    await isAccessible(finn);
    await finn.setViewportSize({ width: phone.height, height: phone.width });
    await expect(finn.locator('video')).toHaveCount(0);
});

test('comments at a moment: the video pauses there, and the class sees them as far as the teacher opens them', async ({
    page,
    browser,
}) => {
    await signUp(page);
    const cue = { id: '01KADE0000CCCCCCCCCCCCCCCC', kind: 'comments', at: 2, text: 'What do you wonder?', pauses: true } as Cue;
    const phrase = await givenVideo(page, 'A film', await takeIn(page, short, 'file'), ['Finn Abara', 'Gwen Zell'], { cues: [cue] });
    const writes = async (name: string, text: string) => {
        const one = await enter(browser, phrase, name);
        await one.getByRole('button', { name: say('student.own.start') }).click();
        await play(one);
        await expect(one.getByText('What do you wonder?')).toBeVisible({ timeout: 20_000 });
        await expect.poll(() => momentOf(one)).toBeCloseTo(2, 1);
        await one.getByLabel(say('player.video-view.your-comment')).fill(text);
        await one.getByRole('button', { name: say('player.video-view.send'), exact: true }).click();
        await expect(one.getByText(text)).toBeVisible();
        return one;
    };
    const finn = await writes('Finn Abara', 'Why does it rise?');
    const gwen = await writes('Gwen Zell', 'Where does it go?');
    await isAccessible(gwen);
    await expect(gwen.getByText('Why does it rise?')).toHaveCount(0);
    await page.getByRole('link', { name: /A film/ }).click();
    await page.locator('a[href$="/evidence"]').first().click();
    await page.getByRole('link', { name: 'A film', exact: true }).click();
    await expect(page.getByRole('heading', { name: say('teacher.watching.comments', { n: 2 }) })).toBeVisible();
    await isAccessible(page);
    await page.getByRole('switch', { name: say('teacher.watching.the-class-sees-them') }).click();
    await page.getByRole('switch', { name: say('teacher.watching.with-names') }).click();
    await expect(gwen.getByText('Why does it rise?')).toBeVisible({ timeout: 20_000 });
    await expect(gwen.getByText('Finn Abara')).toBeVisible();
    await page
        .getByRole('button', { name: say('teacher.watching.hide-it') })
        .first()
        .click();
    await expect(page.getByText(say('teacher.watching.is-hidden'))).toBeVisible();
    await expect(gwen.getByText('Why does it rise?')).toHaveCount(0, { timeout: 20_000 });
    await expect(page.getByRole('rowheader')).toHaveText(['Finn Abara', 'Gwen Zell']);
    await page.getByRole('button', { name: say('teacher.watching.share'), exact: true }).click();
    await page.setViewportSize(phone);
    await isAccessible(page);
    await finn.context().close();
});
