import { spawnSync } from 'node:child_process';
import { describe, expect, it } from 'vitest';
import type { PagePlace, RoundView } from '../../resources/js/api/types';
import { followed, type ShownRound, stillKnown } from '../../resources/js/player/onDevice';
import type { Step } from '../../resources/js/player/Player';

interface Walk {
    /** As it was looked at when it began, and what was done in it. */
    view: RoundView;
    steps: Step[];
    /** As the engine has it after each step, and the stops that a look would bring then. */
    after: RoundView[];
    looks: RoundView['onDevice'][];
}

const walks = JSON.parse(
    spawnSync('php', [`${import.meta.dirname}/on-device.php`, '500'], { encoding: 'utf8', maxBuffer: 2 ** 28 }).stdout,
) as Walk[];

/** What is shown of it: of a video that hides what it asks nothing is known without a connection. */
function seen({ onDevice, place, atHand, ...view }: ShownRound, stops: PagePlace[]): unknown {
    const isKnown = (stop: string) => stops.some((one) => one.stop === stop && one.film !== null);
    return {
        ...view,
        page: view.page?.map((one) => ({ ...one, film: rounded(one.film) })) ?? null,
        atHand: atHand.filter((one) => one.kind !== 'video' || isKnown(one.id)),
        place: place.kind !== 'video' ? place : isKnown(place.id) ? rounded(place) : { kind: 'waits', frame: place.frame },
    };
}

/** Seconds are added in the same way in both languages, but not always written so. */
function rounded<T>(place: T): T {
    return JSON.parse(JSON.stringify(place), (_, value) => (typeof value === 'number' ? Math.round(value * 1e6) / 1e6 : value));
}

describe('a round without a connection', () => {
    it('stands after each step as the engine has it', () => {
        const followedOf: Record<string, number> = {};
        for (const [number, { view, steps, after }] of walks.entries()) {
            for (const [index, step] of steps.entries()) {
                const { view: shown, waits } = followed(view, steps.slice(0, index + 1));
                if (waits) {
                    break;
                }
                const isInVideo = shown.place.kind === 'video' && step.kind === 'answered';
                const kind = isInVideo ? 'answered in a video' : step.kind;
                followedOf[kind] = (followedOf[kind] ?? 0) + 1;
                const stops = view.page ?? view.onDevice ?? [];
                expect(seen(shown, stops), `walk ${number}, step ${index}: ${step.kind}`).toEqual(seen(after[index] as RoundView, stops));
            }
        }
        for (const kind of ['answered', 'went-to', 'went-on', 'skipped', 'called', 'watched', 'answered in a video']) {
            expect(followedOf[kind], kind).toBeGreaterThan(20);
        }
    });
    it('waits only for the end, for what was set aside, and for what a video hides', () => {
        const waitedFor = new Set<string>();
        for (const { view, steps, after } of walks) {
            const index = steps.findIndex((_, at) => followed(view, steps.slice(0, at + 1)).waits);
            const step = steps[index];
            if (step === undefined) {
                continue;
            }
            waitedFor.add(step.kind);
            const before = index === 0 ? view : (after[index - 1] as RoundView);
            const video =
                before.place.kind === 'video' ? before.place.id : 'watchAgain' in before.place ? before.place.watchAgain?.video : null;
            const hides = (view.page ?? view.onDevice ?? []).some((one) => one.stop === video && one.film === null);
            const isServers = ['handed-in', 'set-aside'].includes(step.kind);
            expect(hides || isServers, step.kind).toBe(true);
        }
        expect([...waitedFor]).toEqual(expect.arrayContaining(['handed-in', 'set-aside', 'skipped']));
    });
    it('knows its stops still when replies come without them', () => {
        let compared = 0;
        for (const { view, steps, after, looks } of walks) {
            let known = view;
            for (const [index, step] of steps.entries()) {
                const reply = after[index] as RoundView;
                if (!reply.whole || reply.page !== null || step.kind === 'called') {
                    break;
                }
                known = stillKnown(known, { ...reply, onDevice: null, media: {} }, step);
                expect(known.onDevice, step.kind).toEqual(looks[index]);
                compared++;
            }
        }
        expect(compared).toBeGreaterThan(200);
    });
    it('is followed by no device where something on the way decides what comes', () => {
        const [walk] = walks;
        expect(followed({ ...(walk?.view as RoundView), whole: false }, [{ kind: 'went-to', data: { stop: null } }]).waits).toBe(true);
    });
});
