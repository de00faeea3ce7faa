import createClient from 'openapi-fetch';
import { say } from '../words/words';
import type { paths } from './schema';
import type { ProblemDetails } from './types';

/** What the server refused, with its own sentence. */
export class Refused extends Error {
    constructor(readonly problem: ProblemDetails) {
        super(problem.detail);
    }
}

/** The server could not be reached, or broke: trying again later can help. */
export class Unreachable extends Error {
    constructor(
        message: string,
        /** HTTP status, where there was an answer. */
        readonly status?: number,
    ) {
        super(message);
    }
}

function cookie(name: string): string {
    const found = document.cookie.split('; ').find((pair) => pair.startsWith(`${name}=`));
    return found === undefined ? '' : decodeURIComponent(found.slice(name.length + 1));
}

/** What proves that a request comes from our own page. By https the cookie has the name of one that no other host can set. */
function token(): string {
    return cookie('__Host-XSRF-TOKEN') || cookie('XSRF-TOKEN');
}

export const client = createClient<paths>({ baseUrl: '/api', headers: { Accept: 'application/json' } });

/** By how many milliseconds the server's clock is ahead of this device's. */
let ahead = 0;

/** The server's time in milliseconds since 1970, to about a second. */
export function serverNow(): number {
    return Date.now() + ahead;
}

client.use({
    onRequest({ request }) {
        request.headers.set('X-XSRF-TOKEN', token());
        return request;
    },
    onResponse({ response }) {
        const date = Date.parse(response.headers.get('Date') ?? '');
        if (!Number.isNaN(date)) {
            // The header has whole seconds; only a larger difference says something.
            ahead = Math.abs(date - Date.now()) > 2000 ? date - Date.now() : 0;
        }
    },
});

/** The data of an answer; throws Refused or Unreachable otherwise. */
export async function take<T>(answer: Promise<{ data?: T; error?: unknown; response: Response }>): Promise<T> {
    let settled: { data?: T; error?: unknown; response: Response };
    try {
        settled = await answer;
    } catch {
        throw new Unreachable(say('ui.client.there-is-no-connection-to'));
    }
    if (settled.response.ok) {
        return settled.data as T;
    }
    const problem = settled.error as ProblemDetails | undefined;
    if (settled.response.status >= 500 || typeof problem?.detail !== 'string') {
        throw new Unreachable(problem?.detail ?? say('ui.client.the-server-is-not-answering'), settled.response.status);
    }
    throw new Refused(problem);
}

/** Times that a page tries again while many come in from one address. */
const PATIENCE = 20;

/** Tries again by itself while the server is busy letting others in, and says so meanwhile. */
export async function whileBusy<T>(ask: () => Promise<T>, tell: (sentence: string) => void): Promise<T> {
    for (let tries = 0; ; tries++) {
        try {
            return await ask();
        } catch (problem) {
            if (!(problem instanceof Refused) || problem.problem.type !== '/problems/busy' || tries >= PATIENCE) {
                throw problem;
            }
            tell(problem.message);
            // Not all at the same moment.
            const seconds = (problem.problem.seconds ?? 10) * (1 + Math.random() / 4);
            await new Promise((wait) => setTimeout(wait, 1000 * seconds));
        }
    }
}

/** What was sent last, and under which name the server knows it. */
export type Known<T> = { data: T; etag: string } | null;

/** What is sent, or what was known where the server says that it is the same still (304). Nothing is kept on the device. */
export async function unlessChanged<T>(
    known: { current: Known<T> },
    ask: (headers: Record<string, string>) => Promise<{ data?: T; error?: unknown; response: Response }>,
): Promise<T> {
    const before = known.current;
    let etag: string | null = null;
    const data = await take(
        ask(before === null ? {} : { 'If-None-Match': before.etag }).then((given) => {
            etag = given.response.headers.get('ETag');
            return before !== null && given.response.status === 304 ? { data: before.data, response: new Response() } : given;
        }),
    );
    known.current = etag === null ? null : { data, etag };
    return data;
}

/** Sends a form with files, and tells how far it is (0 to 1). */
export function sendFiles<T>(path: string, form: FormData, progress: (share: number) => void): Promise<T> {
    return new Promise((resolve, reject) => {
        const request = new XMLHttpRequest();
        request.open('POST', `/api${path}`);
        request.setRequestHeader('Accept', 'application/json');
        request.setRequestHeader('X-XSRF-TOKEN', token());
        request.upload.onprogress = (event) => event.lengthComputable && progress(event.loaded / event.total);
        request.onerror = () => reject(new Unreachable(say('ui.client.there-is-no-connection-to')));
        request.onload = () => {
            let body: unknown;
            try {
                body = JSON.parse(request.responseText);
            } catch {
                reject(new Unreachable(say('ui.client.the-server-is-not-answering')));
                return;
            }
            request.status < 300 ? resolve(body as T) : reject(new Refused(body as ProblemDetails));
        };
        request.send(form);
    });
}

export function sentence(error: unknown): string {
    return error instanceof Error ? error.message : say('ui.client.something-went-wrong');
}
