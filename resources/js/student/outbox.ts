import { client, Refused, take, Unreachable } from '../api/client';
import type { RoundView } from '../api/types';
import { drop, keep, type MadeEvent, putAside, replace, type Waiting, waiting } from './queue';

export interface Delivery {
    /** Where the round stands: after an event that was acknowledged, or looked at. */
    onView: (view: RoundView, after: MadeEvent | null) => void;
    /** Events waiting on this device, and whether the server could be reached last time. */
    onWaiting: (events: MadeEvent[], reachable: boolean) => void;
    /** The server did not take an event, and why; what was made after it is sent all the same. */
    onRefused: (event: MadeEvent, why: string) => void;
    /** The student went on elsewhere; what waits here is linked anew and sent. */
    onElsewhere: (sentence: string) => void;
    /** The server broke over an event every time; it is put aside, and the rest goes on. */
    onPutAside: (event: MadeEvent) => void;
    /** The device's own store failed: what was done is in memory alone until it is sent. */
    onNotKept: () => void;
    /** The student has to come in again; what waits here is sent afterwards. */
    onSignedOut: () => void;
}

/** Longest wait between two tries, in milliseconds. */
const LONGEST_WAIT = 8000;

/** So often within so many milliseconds the server may break over one event. */
const MOST_FAILURES = 8;
const FAILING_FOR = 600_000;

/**
 * Sends a round's events in order, each once, and keeps them on the device until they are acknowledged: through a lost
 * connection, a reload, a crash, or somebody else's coming in meanwhile.
 */
export class Outbox {
    private running = false;

    /** Something was added while sending: look once more before resting. */
    private more = false;

    private stopped = false;

    private reachable = true;

    private wait = 500;

    private timer: ReturnType<typeof setTimeout> | undefined;

    /** The student's last event that the server has taken, as far as known here, and how many events there were then. */
    private acknowledged: string | null = null;

    private number = -1;

    constructor(
        private readonly student: string,
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

    /** What waits here, in the order in which it was made. */
    async waiting(): Promise<MadeEvent[]> {
        return (await waiting({ round: this.round })).map((one) => one.event);
    }

    /** Where the server stands: what is done next follows on that, where nothing waits. A reply that came late is nothing new. */
    stands(view: Pick<RoundView, 'number' | 'last'>): void {
        if (view.number >= this.number) {
            this.number = view.number;
            this.acknowledged = view.last ?? null;
        }
    }

    async add(event: Omit<MadeEvent, 'after'>): Promise<void> {
        if (!(await keep(this.student, this.round, event, this.acknowledged))) {
            this.delivery.onNotKept();
        }
        this.delivery.onWaiting(await this.waiting(), this.reachable);
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
        let refused = false;
        for (;;) {
            const [next, following] = await waiting({ round: this.round });
            if (this.stopped) {
                return;
            }
            if (next === undefined) {
                if (refused) {
                    await this.look();
                }
                this.reachable = true;
                this.delivery.onWaiting([], true);
                return;
            }
            try {
                const view = await take(
                    client.POST('/student/rounds/{round}/events', {
                        params: { path: { round: this.round } },
                        body: { ...next.event, sentAt: Date.now() },
                    }),
                );
                await drop(next.key);
                this.wait = 500;
                this.stands(view);
                // RefusedEvents together, so that what comes next can be tapped as soon as it is seen.
                const left = await this.waiting();
                this.reachable = true;
                this.delivery.onView(view, next.event);
                this.delivery.onWaiting(left, true);
            } catch (error) {
                const goesOn = await this.failed(error, next, following);
                if (!goesOn) {
                    return;
                }
                refused = true;
            }
        }
    }

    /** Whether what waits is to be looked at again at once. */
    private async failed(error: unknown, next: Waiting, following: Waiting | undefined): Promise<boolean> {
        if (error instanceof Refused) {
            const { status, type } = error.problem;
            if (status === 401 || status === 404) {
                // Nobody is in, or somebody else: it waits for the one who made it.
                this.delivery.onSignedOut();
                return false;
            }
            if (type === '/problems/stale' && error.problem.last !== next.event.after) {
                this.acknowledged = error.problem.last ?? null;
                await replace({ ...next, event: { ...next.event, after: this.acknowledged } });
                this.delivery.onElsewhere(error.message);
                return true;
            }
            if (status === 419) {
                // The page's token was too old; any answer brings a new one.
                await client.GET('/student').catch(() => undefined);
                return this.rest();
            }
            if (status === 429) {
                return this.rest();
            }
            await this.unlink(next, following);
            this.delivery.onRefused(next.event, error.message);
            return true;
        }
        if (error instanceof Unreachable && error.status === 500) {
            return this.broken(next, following);
        }
        return this.rest();
    }

    /** The server broke over this event; it may be the event's own fault. */
    private async broken(next: Waiting, following: Waiting | undefined): Promise<boolean> {
        const fresh = next.failures === 0 || Date.now() - next.failingSince > FAILING_FOR;
        const counted = { ...next, failures: fresh ? 1 : next.failures + 1, failingSince: fresh ? Date.now() : next.failingSince };
        if (counted.failures < MOST_FAILURES) {
            await replace(counted);
            return this.rest();
        }
        await putAside(next);
        await this.unlink(next, following);
        this.delivery.onPutAside(next.event);
        return true;
    }

    /** Takes an event out; the next one follows on the one before it. */
    private async unlink(next: Waiting, following: Waiting | undefined): Promise<void> {
        if (following !== undefined) {
            await replace({ ...following, event: { ...following.event, after: next.event.after } });
        }
        await drop(next.key);
    }

    /** Tries again later. */
    private async rest(): Promise<false> {
        this.reachable = false;
        this.delivery.onWaiting(await this.waiting(), false);
        clearTimeout(this.timer);
        this.timer = setTimeout(() => void this.run(), this.wait);
        this.wait = Math.min(this.wait * 2, LONGEST_WAIT);
        return false;
    }

    /** Where the round stands now. */
    private async look(): Promise<void> {
        try {
            const view = await take(client.GET('/student/rounds/{round}', { params: { path: { round: this.round } } }));
            this.stands(view);
            this.delivery.onView(view, null);
        } catch {
            // The next event, or a reload, brings the view.
        }
    }
}
