/// <reference lib="webworker" />
import { cleanupOutdatedCaches, matchPrecache, precache } from 'workbox-precaching';
import { createPartialResponse } from 'workbox-range-requests';
import { NavigationRoute, registerRoute } from 'workbox-routing';
import { PICTURES, VIDEOS } from './stores';

/**
 * Opens the students' pages without a connection. It keeps the application alone, and gives out what a page has kept:
 * what a student has seen is the pages' own matter, so that it is gone when they leave.
 */

declare const self: ServiceWorkerGlobalScope;

/** The page in which the application runs, the same for every place and everybody. */
const SHELL = '/join';

/** Milliseconds after which a slow connection is none, where a page is opened. */
const PATIENCE = 5000;

precache(self.__WB_MANIFEST);
cleanupOutdatedCaches();

self.addEventListener('install', () => void self.skipWaiting());
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()));

registerRoute(
    new NavigationRoute(
        async ({ request }) => {
            const shell = await matchPrecache(SHELL);
            const asked = fetch(request);
            if (shell === undefined) {
                return asked;
            }
            // The page itself says that the server is not there, and shows what is on the device.
            const answered = asked.then(
                (answer) => (answer.status >= 500 ? shell : answer),
                () => shell,
            );
            return Promise.race([answered, new Promise<Response>((resolve) => setTimeout(() => resolve(shell), PATIENCE))]);
        },
        { allowlist: [/^\/(join|me|together|walk|sheet)(\/|$)/] },
    ),
);

registerRoute(
    ({ url, sameOrigin }) => sameOrigin && url.pathname.startsWith('/build/assets/'),
    async ({ request }) => (await matchPrecache(request.url)) ?? fetch(request),
);

registerRoute(
    ({ url, sameOrigin, request }) => sameOrigin && request.destination === 'image' && url.pathname.startsWith('/media/'),
    async ({ request }) => (await (await caches.open(PICTURES)).match(request.url)) ?? fetch(request),
);

registerRoute(
    ({ url, sameOrigin, request }) => sameOrigin && request.destination === 'video' && url.pathname.startsWith('/media/'),
    async ({ request }) => {
        const kept = await keptIn(request);
        if (kept === undefined) {
            return fetch(request);
        }
        // A player asks for the part that it is about to show.
        return request.headers.has('range') ? createPartialResponse(request, kept) : kept;
    },
);

/** What is said in a video: as it is now, else as it was kept. */
registerRoute(
    ({ url, sameOrigin }) => sameOrigin && /^\/media\/[^/]+\/(captions|lines)\//.test(url.pathname),
    async ({ request }) => {
        try {
            return await fetch(request);
        } catch (away) {
            const kept = await keptIn(request);
            if (kept === undefined) {
                throw away;
            }
            return kept;
        }
    },
);

/** What the pages have kept of the videos of any round. */
async function keptIn(request: Request): Promise<Response | undefined> {
    for (const name of await caches.keys()) {
        const kept = name.startsWith(VIDEOS) ? await (await caches.open(name)).match(request.url) : undefined;
        if (kept !== undefined) {
            return kept;
        }
    }
    return undefined;
}
