/// <reference lib="webworker" />
import { cleanupOutdatedCaches, matchPrecache, precache } from 'workbox-precaching';
import { NavigationRoute, registerRoute } from 'workbox-routing';
import { PICTURES } from './pictures';

/**
 * Opens the students' pages without a connection. It keeps the application alone, and gives out pictures that a page has kept:
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
