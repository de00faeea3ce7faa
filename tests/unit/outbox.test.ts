import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { SentEvent } from '../../resources/js/api/types';

type Reply = { status: number; body: unknown } | 'lost';

/** A server that takes events as the real one does, and answers as a test wants it to. */
class Server {
    taken: SentEvent[] = [];

    replies: ((event: SentEvent) => Reply | null)[] = [];

    requests: string[] = [];

    readonly fetch = async (request: Request): Promise<Response> => {
        this.requests.push(`${request.method} ${new URL(request.url).pathname}`);
        if (request.method === 'GET') {
            return this.json(200, { number: this.taken.length });
        }
        const event = (await request.json()) as SentEvent;
        const forced = this.replies.shift()?.(event) ?? null;
        if (forced === 'lost') {
            throw new TypeError('Failed to fetch');
        }
        if (forced !== null) {
            return this.json(forced.status, forced.body);
        }
        if (!this.taken.some((known) => known.id === event.id)) {
            this.taken.push(event);
        }
        return this.json(200, { number: this.taken.length });
    };

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

async function box() {
    const { Outbox } = await import('../../resources/js/student/outbox');
    const seen = { views: [] as number[], waiting: [] as [number, boolean][], refused: [] as (string | null)[], signedOut: 0 };
    const made = new Outbox(`round-${round}`, {
        onView: (view) => seen.views.push(view.number),
        onWaiting: (count, reachable) => seen.waiting.push([count, reachable]),
        onRefused: (sentence) => seen.refused.push(sentence),
        onSignedOut: () => seen.signedOut++,
    });
    return { made, seen };
}

const event = (name: string, after: number, kind: SentEvent['kind'] = 'went-on'): SentEvent => ({
    id: name,
    after,
    kind,
    at: 0,
    data: { from: name },
});
const settled = () => vi.waitFor(async () => expect((await box()).made.waiting()).resolves.toBe(0), { timeout: 4000, interval: 20 });

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
            await made.add(event(`e${i}`, i));
        }
        await settled();
        expect(server.taken.map((taken) => taken.id)).toEqual(['e0', 'e1', 'e2', 'e3', 'e4']);
        expect(seen.views).toEqual([1, 2, 3, 4, 5]);
        await vi.waitFor(() => expect(seen.waiting.at(-1)).toEqual([0, true]));
        made.stop();
    });

    it('keeps an event while there is no connection and sends it when it is back', async () => {
        server.replies = [() => 'lost'];
        const { made, seen } = await box();
        await made.add(event('e0', 0));
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
        await made.add(event('e0', 0));
        await vi.waitFor(() => expect(seen.waiting).toContainEqual([1, false]));
        made.hurry();
        await settled();
        expect(server.taken.map((taken) => taken.id)).toEqual(['e0']);
        made.stop();
    });

    it('waits for a server that is broken or busy', async () => {
        server.replies = [() => refusal(500, 'broken'), () => refusal(429, 'too-many-tries')];
        const { made } = await box();
        await made.add(event('e0', 0));
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
        await made.add(event('e0', 0));
        await vi.waitFor(() => expect(server.requests).toContain('GET /api/student'));
        made.hurry();
        await settled();
        expect(server.taken).toHaveLength(1);
        made.stop();
    });

    it('keeps what waits when the student has to come in again', async () => {
        server.replies = [() => refusal(401, 'not-signed-in')];
        const first = await box();
        await first.made.add(event('e0', 0));
        await vi.waitFor(() => expect(first.seen.signedOut).toBe(1));
        expect(await first.made.waiting()).toBe(1);
        first.made.stop();
        const again = await box();
        await again.made.run();
        expect(server.taken.map((taken) => taken.id)).toEqual(['e0']);
        again.made.stop();
    });

    it('gives up a refused event with those after it, says why, and shows where the round stands', async () => {
        server.replies = [() => 'lost', () => refusal(409, 'stale')];
        const { made, seen } = await box();
        await made.add(event('e0', 0));
        await made.add(event('e1', 1));
        await vi.waitFor(() => expect(seen.waiting.some(([, reachable]) => !reachable)).toBe(true));
        made.hurry();
        await vi.waitFor(() => expect(seen.refused).toEqual(['Refused: stale.']));
        await settled();
        expect(server.taken).toEqual([]);
        expect(seen.views).toContain(0);
        made.stop();
    });

    it('says nothing of a refused report of what was watched', async () => {
        server.replies = [() => refusal(422, 'refused-by-rule')];
        const { made, seen } = await box();
        await made.add(event('e0', 0, 'watched'));
        await vi.waitFor(() => expect(seen.refused).toEqual([null]));
        await settled();
        made.stop();
    });

    it('knows after a reload what the next event follows on', async () => {
        server.replies = [() => 'lost'];
        const { made, seen } = await box();
        expect(await made.follows()).toBeNull();
        await made.add(event('e0', 4));
        await vi.waitFor(() => expect(seen.waiting).toContainEqual([1, false]));
        made.stop();
        const again = await box();
        expect(await again.made.follows()).toBe(5);
        again.made.stop();
    });
});
