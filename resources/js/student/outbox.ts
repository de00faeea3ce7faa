import { type DBSchema, openDB } from 'idb';
import { client, Refused, take, Unreachable } from '../api/client';
import type { RoundView, SentEvent } from '../api/types';

/** What is kept on the device until the server has acknowledged it. */
interface Unsent extends DBSchema {
    events: { key: number; value: { round: string; event: SentEvent }; indexes: { round: string } };
}

const database = () =>
    openDB<Unsent>('hidden-ladder', 1, {
        upgrade(db) {
            db.createObjectStore('events', { autoIncrement: true }).createIndex('round', 'round');
        },
    });

export interface Delivery {
    /** Where the round stands after the last acknowledged event. */
    onView: (view: RoundView) => void;
    /** Events waiting on this device, and whether the server could be reached last time. */
    onWaiting: (count: number, reachable: boolean) => void;
    /** The server did not take an event, and why, where that is worth saying; those made after it are given up too. */
    onRefused: (sentence: string | null) => void;
    /** The student has to come in again; what waits here is sent afterwards. */
    onSignedOut: () => void;
}

/** Longest wait between two tries, in milliseconds. */
const LONGEST_WAIT = 8000;

/**
 * Sends a round's events in order, each once, and keeps them on the device until they are acknowledged: through a lost
 * connection, a reload or a crash.
 */
export class Outbox {
    private running = false;

    /** Something was added while sending: look once more before resting. */
    private more = false;

    private stopped = false;

    private wait = 500;

    private timer: ReturnType<typeof setTimeout> | undefined;

    constructor(
        private readonly round: string,
        private readonly delivery: Delivery,
    ) {
        window.addEventListener('online', this.hurry);
    }

    stop(): void {
        this.stopped = true;
        clearTimeout(this.timer);
        window.removeEventListener('online', this.hurry);
    }

    /** How many events wait here. */
    async waiting(): Promise<number> {
        return (await database()).countFromIndex('events', 'round', this.round);
    }

    /** The number that the next event follows on, where some wait here already. */
    async follows(): Promise<number | null> {
        const waiting = await (await database()).getAllFromIndex('events', 'round', this.round);
        const last = waiting.at(-1);
        return last === undefined ? null : last.event.after + 1;
    }

    async add(event: SentEvent): Promise<void> {
        await (await database()).add('events', { round: this.round, event });
        void this.run();
    }

    readonly hurry = (): void => {
        this.wait = 500;
        clearTimeout(this.timer);
        void this.run();
    };

    async run(): Promise<void> {
        this.more = true;
        if (this.running || this.stopped) {
            return;
        }
        this.running = true;
        try {
            while (this.more) {
                this.more = false;
                await this.sendAll();
            }
        } finally {
            this.running = false;
        }
    }

    private async sendAll(): Promise<void> {
        const db = await database();
        for (;;) {
            const key = (await db.getAllKeysFromIndex('events', 'round', this.round, 1))[0];
            const kept = key === undefined ? undefined : await db.get('events', key);
            if (key === undefined || kept === undefined || this.stopped) {
                this.delivery.onWaiting(0, true);
                return;
            }
            try {
                const view = await take(
                    client.POST('/student/rounds/{round}/events', { params: { path: { round: this.round } }, body: kept.event }),
                );
                await db.delete('events', key);
                this.wait = 500;
                this.delivery.onView(view);
                this.delivery.onWaiting(await this.waiting(), true);
            } catch (error) {
                if (error instanceof Refused && error.problem.status === 401) {
                    this.delivery.onSignedOut();
                    return;
                }
                if (await this.shouldWait(error)) {
                    this.delivery.onWaiting(await this.waiting(), false);
                    this.timer = setTimeout(() => void this.run(), this.wait);
                    this.wait = Math.min(this.wait * 2, LONGEST_WAIT);
                    return;
                }
                await this.giveUp(error, kept.event.kind !== 'watched');
            }
        }
    }

    /** Whether trying the same event again later can help. */
    private async shouldWait(error: unknown): Promise<boolean> {
        if (error instanceof Unreachable) {
            return true;
        }
        if (error instanceof Refused && error.problem.status === 419) {
            // The page's token was too old; any answer brings a new one.
            await client.GET('/student').catch(() => undefined);
            return true;
        }
        return error instanceof Refused && error.problem.status === 429;
    }

    /** Drops what waits, since each event follows on the one before, and shows where the round stands. */
    private async giveUp(error: unknown, tell: boolean): Promise<void> {
        const db = await database();
        for (const key of await db.getAllKeysFromIndex('events', 'round', this.round)) {
            await db.delete('events', key);
        }
        this.delivery.onRefused(tell && error instanceof Refused ? error.message : null);
        try {
            this.delivery.onView(await take(client.GET('/student/rounds/{round}', { params: { path: { round: this.round } } })));
        } catch {
            // The next event, or a reload, brings the view.
        }
    }
}
