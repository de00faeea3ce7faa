import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { SentEvent } from '../../resources/js/api/types';

type Reply = { status: number; body: unknown } | 'lost';

/** A server that takes events as the real one does, and answers as a test wants it to. */
class Server {
    taken: SentEvent[] = [];

    replies: ((event: SentEvent) => Reply | null)[] = [];

    requests: string[] = [];

    sent: SentEvent[] = [];

    /** What a teacher does in between moves the round's number, and nothing else. */
    marks = 0;

    readonly fetch = async (request: Request): Promise<Response> => {
        this.requests.push(`${request.method} ${new URL(request.url).pathname}`);
        if (request.method === 'GET') {
            return this.json(200, this.view());
        }
        const event = (await request.json()) as SentEvent;
        this.sent.push(event);
        const forced = this.replies.shift()?.(event) ?? null;
        if (forced === 'lost') {
            throw new TypeError('Failed to fetch');
        }
        if (forced !== null) {
            return this.json(forced.status, forced.body);
        }
        if (this.taken.some((known) => known.id === event.id)) {
            return this.json(200, this.view());
        }
        const last = this.taken.at(-1)?.id ?? null;
        if (event.after !== last) {
            return this.json(409, { ...refusal(409, 'stale').body, last });
        }
        this.taken.push(event);
        return this.json(200, this.view());
    };

    private view() {
        return { number: this.taken.length + this.marks, last: this.taken.at(-1)?.id ?? null };
    }

    private json(status: number, body: unknown): Response {
        return new Response(JSON.stringify(body), { status, headers: { 'Content-Type': 'application/json' } });
    }
}

let server: Server;
let round = 0;

const refusal = (status: number, type: string) => ({
    status,
    body: { type: `/problems/${type}`, title: '', status, detail: `Refused: ${type}.` },
});

async function box(student = 'ada') {
    const { Outbox } = await import('../../resources/js/student/outbox');
    const seen = {
        views: [] as number[],
        waiting: [] as [number, boolean][],
        refused: [] as [string, string][],
        elsewhere: 0,
        aside: [] as string[],
        notKept: 0,
        signedOut: 0,
    };
    const made = new Outbox(student, `round-${round}`, {
        onView: (view) => seen.views.push(view.number),
        onWaiting: (events, reachable) => seen.waiting.push([events.length, reachable]),
        onRefused: (event, why) => seen.refused.push([event.id, why]),
        onElsewhere: () => seen.elsewhere++,
        onPutAside: (event) => seen.aside.push(event.id),
        onNotKept: () => seen.notKept++,
        onSignedOut: () => seen.signedOut++,
    });
    return { made, seen };
}

const event = (name: string, kind: SentEvent['kind'] = 'went-on') => ({ id: name, kind, at: 0, data: { from: name } });
const settled = () => vi.waitFor(async () => expect((await box()).made.waiting()).resolves.toEqual([]), { timeout: 4000, interval: 20 });

beforeEach(() => {
    round++;
    server = new Server();
    vi.stubGlobal('window', new EventTarget());
    vi.stubGlobal('document', { cookie: 'XSRF-TOKEN=token' });
    vi.stubGlobal('location', { href: 'http://127.0.0.1/' });
    const RealRequest = globalThis.Request;
    vi.stubGlobal(
        'Request',
        class extends RealRequest {
            constructor(input: RequestInfo | URL, init?: RequestInit) {
                super(typeof input === 'string' ? new URL(input, 'http://127.0.0.1') : input, init);
            }
        },
    );
    vi.stubGlobal('fetch', server.fetch);
    vi.resetModules();
});

afterEach(() => vi.unstubAllGlobals());

describe('the outbox', () => {
    it('sends events in order, each once', async () => {
        const { made, seen } = await box();
        for (let i = 0; i < 5; i++) {
            await made.add(event(`e${i}`));
        }
        await settled();
        expect(server.taken.map((taken) => taken.id)).toEqual(['e0', 'e1', 'e2', 'e3', 'e4']);
        await vi.waitFor(() => expect(seen.views).toEqual([1, 2, 3, 4, 5]));
        await vi.waitFor(() => expect(seen.waiting.at(-1)).toEqual([0, true]));
        made.stop();
    });

    it('keeps an event while there is no connection and sends it when it is back', async () => {
        server.replies = [() => 'lost'];
        const { made, seen } = await box();
        await made.add(event('e0'));
        await vi.waitFor(() => expect(seen.waiting).toContainEqual([1, false]));
        expect(server.taken).toEqual([]);
        window.dispatchEvent(new Event('online'));
        await settled();
        expect(server.taken.map((taken) => taken.id)).toEqual(['e0']);
        made.stop();
    });

    it('sends an event again whose reply was lost, under the same id', async () => {
        server.replies = [
            (sent) => {
                server.taken.push(sent);
                return 'lost';
            },
        ];
        const { made, seen } = await box();
        await made.add(event('e0'));
        await vi.waitFor(() => expect(seen.waiting).toContainEqual([1, false]));
        made.hurry();
        await settled();
        expect(server.taken.map((taken) => taken.id)).toEqual(['e0']);
        made.stop();
    });

    it('waits for a server that is broken or busy', async () => {
        server.replies = [() => refusal(500, 'broken'), () => refusal(429, 'too-many-tries')];
        const { made } = await box();
        await made.add(event('e0'));
        for (let i = 0; i < 3; i++) {
            await new Promise((done) => setTimeout(done, 60));
            made.hurry();
        }
        await settled();
        expect(server.taken).toHaveLength(1);
        made.stop();
    });

    it('asks for a new token when the page’s own is too old', async () => {
        server.replies = [() => refusal(419, 'page-expired')];
        const { made } = await box();
        await made.add(event('e0'));
        await vi.waitFor(() => expect(server.requests).toContain('GET /api/student'));
        made.hurry();
        await settled();
        expect(server.taken).toHaveLength(1);
        made.stop();
    });

    it('keeps what waits when the student has to come in again', async () => {
        server.replies = [() => refusal(401, 'not-signed-in')];
        const first = await box();
        await first.made.add(event('e0'));
        await vi.waitFor(() => expect(first.seen.signedOut).toBe(1));
        expect(await first.made.waiting()).toHaveLength(1);
        first.made.stop();
        const again = await box();
        await again.made.run();
        expect(server.taken.map((taken) => taken.id)).toEqual(['e0']);
        again.made.stop();
    });

    it('links each event to the one before it, also while they wait', async () => {
        server.replies = [() => 'lost'];
        const { made } = await box();
        for (const name of ['e0', 'e1', 'e2']) {
            await made.add(event(name));
        }
        made.hurry();
        await settled();
        expect(server.taken.map(({ id, after }) => [id, after])).toEqual([
            ['e0', null],
            ['e1', 'e0'],
            ['e2', 'e1'],
        ]);
        expect(server.taken.every((taken) => typeof taken.sentAt === 'number')).toBe(true);
        made.stop();
    });

    it('does not mind what a teacher does in between', async () => {
        const { made, seen } = await box();
        await made.add(event('e0'));
        await settled();
        server.marks = 3;
        await made.add(event('e1'));
        await settled();
        expect(server.taken.map(({ id }) => id)).toEqual(['e0', 'e1']);
        expect(seen.refused).toEqual([]);
        made.stop();
    });

    it('shows a refused event with what it was, and sends the rest', async () => {
        const { made, seen } = await box();
        server.replies = [() => 'lost', () => null, () => refusal(422, 'refused-by-rule')];
        for (const name of ['e0', 'e1', 'e2']) {
            await made.add(event(name));
        }
        made.hurry();
        await settled();
        await vi.waitFor(() => expect(seen.refused).toEqual([['e1', 'Refused: refused-by-rule.']]));
        expect(server.taken.map(({ id, after }) => [id, after])).toEqual([
            ['e0', null],
            ['e2', 'e0'],
        ]);
        await vi.waitFor(() => expect(server.requests).toContain(`GET /api/student/rounds/round-${round}`));
        made.stop();
    });

    it('a tap right after a refusal is taken', async () => {
        const { made, seen } = await box();
        server.replies = [() => refusal(422, 'refused-by-rule')];
        await made.add(event('e0'));
        await vi.waitFor(() => expect(seen.refused).toHaveLength(1));
        await made.add(event('e1'));
        await settled();
        expect(server.taken.map(({ id }) => id)).toEqual(['e1']);
        made.stop();
    });

    it('links anew what was done while the student went on elsewhere', async () => {
        server.taken = [{ ...event('there'), after: null }];
        const { made, seen } = await box();
        await made.add(event('e0'));
        await made.add(event('e1'));
        await settled();
        await vi.waitFor(() => expect(server.taken.map(({ id }) => id)).toEqual(['there', 'e0', 'e1']));
        expect(seen.elsewhere).toBe(1);
        made.stop();
    });

    it('puts an event aside that the server breaks over eight times, and the rest goes on', async () => {
        server.replies = Array.from({ length: 8 }, () => () => refusal(500, 'broken'));
        const { made, seen } = await box();
        await made.add(event('e0'));
        await made.add(event('e1'));
        for (let i = 0; i < 9; i++) {
            await vi.waitFor(() => expect(server.sent.length).toBeGreaterThan(i));
            await new Promise((done) => setTimeout(done, 15));
            made.hurry();
        }
        await settled();
        expect(seen.aside).toEqual(['e0']);
        expect(server.taken.map(({ id, after }) => [id, after])).toEqual([['e1', null]]);
        const { setAside, forget } = await import('../../resources/js/student/queue');
        expect((await setAside('ada')).map((one) => one.event.id)).toEqual(['e0']);
        await forget('e0');
        expect(await setAside('ada')).toEqual([]);
        made.stop();
    });

    it('a server that is away is no fault of the event', async () => {
        server.replies = Array.from({ length: 12 }, () => () => refusal(503, 'away'));
        const { made, seen } = await box();
        await made.add(event('e0'));
        for (let i = 0; i < 12; i++) {
            await vi.waitFor(() => expect(server.sent.length).toBeGreaterThan(i));
            await new Promise((done) => setTimeout(done, 10));
            made.hurry();
        }
        await settled();
        expect(seen.aside).toEqual([]);
        expect(server.taken.map(({ id }) => id)).toEqual(['e0']);
        made.stop();
    });

    it('keeps what one child did while another is in', async () => {
        server.replies = [() => refusal(404, 'not-found')];
        const ada = await box('ada');
        await ada.made.add(event('e0'));
        await vi.waitFor(() => expect(ada.seen.signedOut).toBe(1));
        ada.made.stop();
        const { waiting } = await import('../../resources/js/student/queue');
        expect(await waiting({ student: 'bram' })).toEqual([]);
        expect((await waiting({ student: 'ada' })).filter((one) => one.round === `round-${round}`)).toHaveLength(1);
        const again = await box('ada');
        await again.made.run();
        expect(server.taken.map(({ id }) => id)).toEqual(['e0']);
        again.made.stop();
    });

    it('gives what waits to the student that one was found to be, in its order', async () => {
        const { adopt, keep, waiting, putAside, setAside } = await import('../../resources/js/student/queue');
        await keep('guest', 'r1', event('g1'), null);
        await keep('other', 'r2', event('o1'), null);
        await keep('guest', 'r1', event('g2'), null);
        const [first] = await waiting({ student: 'guest' });
        await putAside({ ...(first as NonNullable<typeof first>), event: { ...event('g0'), after: null } });
        await adopt(['guest', 'somebody'], 'ada-2');
        expect((await waiting({ student: 'ada-2' })).map((one) => one.event.id)).toEqual(['g1', 'g2']);
        expect((await setAside('ada-2')).map((one) => one.event.id)).toEqual(['g0']);
        expect(await waiting({ student: 'guest' })).toEqual([]);
        expect((await waiting({ student: 'other' })).map((one) => one.event.id)).toEqual(['o1']);
    });

    it('sends from memory and says so where the device keeps nothing', async () => {
        server.replies = [() => 'lost'];
        vi.stubGlobal('indexedDB', {
            open: () => {
                throw new DOMException('No store here.', 'SecurityError');
            },
        });
        const { made, seen } = await box();
        await made.add(event('e0'));
        await made.add(event('e1'));
        expect(seen.notKept).toBe(2);
        expect(await made.waiting()).toHaveLength(2);
        made.hurry();
        await settled();
        expect(server.taken.map(({ id, after }) => [id, after])).toEqual([
            ['e0', null],
            ['e1', 'e0'],
        ]);
        made.stop();
    });
});
