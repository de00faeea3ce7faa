// @vitest-environment jsdom
import { describe, expect, it, vi } from 'vitest';
import type { VideoStop } from '../../resources/js/api/types';
import { hosts } from '../../resources/js/player/hosts/hosts';
import { firstLanguage, remembered } from '../../resources/js/player/remembered';
import { saidAt } from '../../resources/js/player/useCaptions';
import { addCue, clipsOf, copiedCue, newCue, putClip, putCue, tenth } from '../../resources/js/quiz/cues';
import { newQuestion, newRung, newStop } from '../../resources/js/quiz/making';
import { typed } from '../../resources/js/teacher/build/bench/captionText';
import { loudness, mostZoom, scaleOf, ticks } from '../../resources/js/teacher/build/bench/scale';
import { lastNameFirst } from '../../resources/js/ui/figures/Sorting';
import { quizOf } from './samples';

describe('the scale of a timeline', () => {
    it('is the whole video on the screen, and closer as it is zoomed, to a tenth of a second', () => {
        expect(scaleOf(100, 1000, 1).perSecond).toBe(10);
        expect(scaleOf(100, 1000, 4).perSecond).toBe(40);
        expect(scaleOf(100, 1000, 400).perSecond).toBe(100);
        expect(scaleOf(3600, 1200, mostZoom(3600, 1200)).perSecond).toBe(100);
        expect(mostZoom(2, 1200)).toBe(1);
    });

    it('has times that do not run into each other, and none behind the end', () => {
        for (const [length, zoom] of [
            [30, 1],
            [30, 8],
            [3600, 1],
            [3600, 300],
        ] as const) {
            const scale = scaleOf(length, 1200, zoom);
            const found = ticks(0, 1200 / scale.perSecond, scale);
            expect(found.length).toBeGreaterThan(1);
            expect(found.every((at, index) => index === 0 || (at - (found[index - 1] ?? 0)) * scale.perSecond >= 70 - 1e-9)).toBe(true);
            expect(found.at(-1)).toBeLessThanOrEqual(length);
        }
    });

    it('shows the loudest within each pixel, so that nothing short is lost however far away', () => {
        const wave = new Uint8Array(600);
        wave[333] = 255;
        expect(
            loudness(wave, 0, 60, { length: 60, perSecond: 1 })
                .map((level, second) => (level === 1 ? second : 0))
                .filter(Boolean),
        ).toEqual([33]);
        expect(loudness(wave, 33, 10, { length: 60, perSecond: 10 })[3]).toBe(1);
        expect(loudness(wave, 59, 30, { length: 60, perSecond: 10 }).at(-1)).toBe(0);
    });
});

describe('cues', () => {
    const film = { ...newStop('video'), id: 'film', clip: { media: 'm', from: 0, to: null } } as VideoStop;

    it('stand in the order of their times, to the tenth, whatever is moved', () => {
        const first = { ...newCue('note', 20.04, 1), id: 'a' };
        let document = addCue(quizOf(film), film, first);
        document = addCue(document, document.stops[0] as VideoStop, { ...newCue('question', 5, 1), id: 'b' });
        document = putCue(document, document.stops[0] as VideoStop, { ...first, at: 2 });
        expect((document.stops[0] as VideoStop).cues.map(({ id, at }) => [id, at])).toEqual([
            ['a', 2],
            ['b', 5],
        ]);
        expect([tenth(20.04), tenth(-3)]).toEqual([20, 0]);
        const copy = copiedCue((document.stops[0] as VideoStop).cues[1] ?? first, 9.99);
        expect([copy.at, copy.id === 'b', copy.kind]).toEqual([10, false, 'question']);
    });

    it('and stretches of the same video on rungs, wherever those hang, are found and changed', () => {
        const rung = { ...newRung('video'), id: 'r', clip: { media: 'm', from: 3, to: 9 } };
        const other = { ...newRung('video'), id: 'o', clip: { media: 'else', from: 3, to: 9 } };
        const question = { ...newQuestion(), ladder: [rung, other] };
        const document = quizOf(film, { ...newStop('question'), question } as never);
        expect(clipsOf(document, 'm').map(({ rung: id, clip }) => [id, clip.from, clip.to])).toEqual([['r', 3, 9]]);
        const next = putClip(document, 'r', { media: 'm', from: 4, to: 9 });
        expect(clipsOf(next, 'm')[0]?.clip.from).toBe(4);
        expect(putClip(document, 'gone', { media: 'm', from: 4, to: 9 })).toBe(document);
    });
});

describe('captions', () => {
    it('are shown as they were typed, and their tags stay', () => {
        expect(typed('5 &lt; 6 &amp; <i>more</i> --&gt;')).toBe('5 < 6 & <i>more</i> -->');
        expect(typed('&lt;b> is a tag, &amp;amp; a sign')).toBe('&lt;b> is a tag, &amp;amp; a sign');
    });

    it('of two who speak at once stand together; none stands between two', () => {
        const lines = [
            { from: 0, to: 4, text: 'Ebb' },
            { from: 3, to: 6, text: 'Flood' },
        ];
        expect([saidAt(lines, 1), saidAt(lines, 3.5), saidAt(lines, 6)]).toEqual(['Ebb', 'Ebb\nFlood', null]);
    });

    it('come in the language last chosen where there is one, and stay off where they were put off', () => {
        expect(firstLanguage(['de', 'en'])).toBe('de');
        remembered.language = 'en';
        expect(firstLanguage(['de', 'en'])).toBe('en');
        remembered.captions = 'off';
        expect(firstLanguage(['de', 'en'])).toBeNull();
        Object.assign(remembered, { language: null, captions: 'on' });
    });
});

describe('the player of a service', () => {
    const Host = hosts.simulated as NonNullable<typeof hosts.simulated>;
    const open = () => {
        const said: { tell: string; at?: number; turn: number }[] = [];
        const frame = { src: 'http://127.0.0.1:9/player/x', contentWindow: { postMessage: (message: never) => said.push(message) } };
        const told = { onReady: vi.fn(), onPlay: vi.fn(), onPause: vi.fn(), onAt: vi.fn(), onLoudness: vi.fn(), onFailed: vi.fn() };
        const host = new Host(frame as never, () => told);
        host.connect();
        const hears = (data: object, origin = 'http://127.0.0.1:9', source: unknown = frame.contentWindow) =>
            window.dispatchEvent(Object.defineProperty(new MessageEvent('message', { data, origin }), 'source', { value: source }));
        return { said, told, host, hears };
    };
    const is = (reel: string, more = {}) => ({ reel, at: 0, playing: false, rate: 1, length: 60, turn: 99, ...more });

    it('is told nothing before it is there, and where to stop as soon as it is', () => {
        const { said, told, host, hears } = open();
        host.stopAt(12);
        host.play();
        expect(said).toEqual([]);
        hears(is('ready'));
        expect(told.onReady).toHaveBeenCalledWith(60);
        expect(said.at(-1)).toMatchObject({ tell: 'stop-at', at: 12 });
    });

    it('is not heard from elsewhere, nor when it says something else', () => {
        const { told, hears } = open();
        for (const [data, origin, source] of [
            [is('ready'), 'http://127.0.0.1:8', undefined],
            [is('ready'), undefined, window],
            [{ reel: 'ready' }, undefined, undefined],
            ['ready', undefined, undefined],
        ] as const) {
            source === undefined ? hears(data as object, origin) : hears(data as object, origin, source);
        }
        expect(told.onReady).not.toHaveBeenCalled();
        expect(told.onAt).not.toHaveBeenCalled();
    });

    it('what it said before it heard of a pause does not make it play again', () => {
        const { told, host, hears, said } = open();
        hears(is('ready'));
        hears(is('at', { at: 3, playing: true }));
        expect(told.onPlay).toHaveBeenCalledTimes(1);
        host.pause();
        expect(told.onPause).toHaveBeenCalledTimes(1);
        hears(is('at', { at: 3.1, playing: true, turn: (said.at(-1)?.turn ?? 0) - 1 }));
        expect([host.paused, told.onPlay.mock.calls.length]).toEqual([true, 1]);
        hears(is('at', { at: 3.2, playing: false, turn: said.at(-1)?.turn }));
        expect([host.at, told.onPause.mock.calls.length]).toEqual([3.2, 1]);
    });

    it('goes on between two messages, and not past where it was asked to stop', () => {
        vi.useFakeTimers();
        const { host, hears } = open();
        hears(is('ready'));
        host.stopAt(10);
        hears(is('at', { at: 8, playing: true }));
        vi.advanceTimersByTime(500);
        expect(host.at).toBeCloseTo(8.5, 1);
        vi.advanceTimersByTime(9000);
        expect(host.at).toBe(10);
        vi.useRealTimers();
    });
});

it('names are sorted by the last of them', () => {
    expect(['Ada Zell', 'Bram van Abt', 'Cleo'].sort((a, b) => lastNameFirst(a).localeCompare(lastNameFirst(b)))).toEqual([
        'Bram van Abt',
        'Cleo',
        'Ada Zell',
    ]);
});
