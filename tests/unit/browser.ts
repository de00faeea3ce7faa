import { vi } from 'vitest';

// What browsers have and jsdom does not: nothing has a size in it, so nothing changes its size.
vi.stubGlobal(
    'ResizeObserver',
    class {
        observe() {}
        unobserve() {}
        disconnect() {}
    },
);
