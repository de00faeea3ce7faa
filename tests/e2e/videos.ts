import { readFileSync } from 'node:fs';
import { basename } from 'node:path';
import type { Page } from '@playwright/test';
import type { Cue, Quiz, VideoStop } from '../../resources/js/api/types';
import { newEntry, newQuestion } from '../../resources/js/quiz/making';
import { ulid } from '../../resources/js/ui/ulid';
import { giveOut, makeQuiz, post } from './helpers';

/** Twenty minutes, made by bin/make-long-video: an own file of a teacher's, or found in the simulated service. */
export const long = { file: 'var/reels/twenty-minutes.webm', key: 'twenty-minutes', length: /^1200/ };

export const short = { file: 'database/demo/media/tidal-range.webm', key: 'marks-on-the-quay', length: /^28/ };

/** Puts a video on the teacher's shelf; its id. */
export async function takeIn(page: Page, video: { file: string; key: string }, from: 'file' | 'service'): Promise<string> {
    const medium =
        from === 'service'
            ? await post(page, '/media/from-service', { data: { service: 'simulated', key: video.key } })
            : await post(page, '/media', {
                  multipart: { file: { name: basename(video.file), mimeType: 'video/webm', buffer: readFileSync(video.file) } },
              });
    return (medium as { id: string }).id;
}

/** A question with one choice of which the first is right, at a moment. */
export function asks(at: number, prompt: string): Cue {
    const question = { ...newQuestion(), prompt, entries: [newEntry(true, 'Flood'), newEntry(false, 'Ebb')] };
    return { id: ulid(), kind: 'question', at, question };
}

/** A quiz whose one stop is a video, saved; its address, and the stop's id. */
export async function videoQuiz(
    page: Page,
    title: string,
    media: string,
    more: Partial<VideoStop> = {},
): Promise<{ address: string; stop: string }> {
    await makeQuiz(page, title);
    const address = new URL(page.url()).pathname;
    const { version } = (await (await page.request.get(`/api${address}`)).json()) as Quiz;
    const stop = { id: ulid(), kind: 'video', title, cues: [], ...more, clip: { from: 0, to: null, ...more.clip, media } };
    await post(page, `${address}/changes`, {
        data: {
            id: ulid(),
            version,
            label: 'A video',
            edits: [{ do: 'insert', into: 'quiz', list: 'stops', before: null, node: stop }],
        },
    });
    return { address, stop: stop.id };
}

/** The same, published and given out; the phrase of its class. */
export async function givenVideo(
    page: Page,
    title: string,
    media: string,
    names: string[],
    more: Partial<VideoStop> = {},
    terms?: () => Promise<void>,
): Promise<string> {
    const { address } = await videoQuiz(page, title, media, more);
    await post(page, `${address}/editions`, {});
    return giveOut(page, title, names, terms);
}

/** Makes the simulated service do something else with one of its videos, or with all. */
export async function serviceIs(page: Page, mode: 'away' | 'slow' | 'wrong' | 'well', key = ''): Promise<void> {
    await page.request.post(`${await videoHost(page)}/stand-in`, { data: { mode, key } });
}

export async function videoHost(page: Page): Promise<string> {
    const reply = await page.request.get('/');
    return /frame-src (\S+)/.exec(reply.headers()['content-security-policy'] ?? '')?.[1] ?? '';
}
