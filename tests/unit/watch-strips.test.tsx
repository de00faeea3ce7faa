// @vitest-environment jsdom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { cleanup, render } from '@testing-library/react';
import { afterEach, expect, it } from 'vitest';
import type { Medium, StoredEvent, VideoStop } from '../../resources/js/api/types';
import { newStop } from '../../resources/js/quiz/making';
import { WatchStrips } from '../../resources/js/teacher/results/WatchStrips';
import { quizOf } from './samples';

afterEach(cleanup);

const watched = { kind: 'watched', data: { video: 'film', from: 0, to: 40, speed: 1 } } as unknown as StoredEvent;

/** How much of its bar a stretch of 40 seconds fills, 0 to 1, where the clip ends there and the video is so long. */
function filled(end: number | null, seconds: number | null): number {
    const stop = newStop('video') as VideoStop;
    const queries = new QueryClient({ defaultOptions: { queries: { staleTime: Number.POSITIVE_INFINITY } } });
    queries.setQueryData(['media'], [{ id: 'm', kind: 'video', title: 'Tides', seconds } as unknown as Medium]);
    const document = quizOf({ ...stop, id: 'film', title: 'Tides', clip: { media: 'm', from: 0, to: end } });
    const { container } = render(
        <QueryClientProvider client={queries}>
            <WatchStrips document={document} events={[watched]} />
        </QueryClientProvider>,
    );
    const width = Number(container.querySelectorAll('rect')[1]?.getAttribute('width'));
    cleanup();
    return width / 1000;
}

it('a strip is as long as the video where the clip has no end of its own', () => {
    expect(filled(null, 72)).toBeCloseTo(40 / 72);
    expect(filled(80, 72)).toBeCloseTo(0.5);
    // Nothing is known but that somebody came so far.
    expect(filled(null, null)).toBe(1);
});
