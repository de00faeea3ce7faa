import { defineConfig } from 'vitest/config';

/** Tests of the front end's own logic and of single components, without a browser. The interface itself is tested in tests/e2e. */
export default defineConfig({
    test: {
        include: ['tests/unit/**/*.test.{ts,tsx}'],
        environment: 'node',
        setupFiles: ['tests/unit/words.ts', 'tests/unit/browser.ts'],
        // What is held against PHP or another library takes its time on a busy machine, and is not measured here.
        testTimeout: 120_000,
    },
});
