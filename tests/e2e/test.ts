import { test as base } from '@playwright/test';

/** A test that closes what it opened: a page that stays open would listen and ask on beside every later test. */
export const test = base.extend<{ closing: undefined }>({
    closing: [
        async ({ browser }, use) => {
            await use(undefined);
            await Promise.all(browser.contexts().map((context) => context.close()));
        },
        { auto: true },
    ],
});
