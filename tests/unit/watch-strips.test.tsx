// @vitest-environment jsdom
import { cleanup, render, screen } from '@testing-library/react';
import { afterEach, expect, it } from 'vitest';
import type { StoredEvent, VideoStop } from '../../resources/js/api/types';
import { newStop } from '../../resources/js/quiz/making';
import { WatchStrips } from '../../resources/js/teacher/results/WatchStrips';
import { say } from '../../resources/js/words/words';
import { quizOf } from './samples';

afterEach(cleanup);

const film = { ...(newStop('video') as VideoStop), id: 'film', title: 'Two tides', clip: { media: 'm', from: 0, to: 100 } };

const watched = (video: string, from: number, to: number, number = 1): StoredEvent =>
    ({ number, kind: 'watched', at: 0, data: { video, from, to, speed: 1 }, facts: [], late: false }) as unknown as StoredEvent;

it('tells which parts of a video were watched, and draws each over the others', () => {
    const events = [
        watched('film', 0, 20),
        watched('film', 20.2, 31),
        watched('film', 10, 15),
        watched('film', 60, 60.1),
        watched('film', 90, 130),
    ];
    const { container } = render(<WatchStrips document={quizOf(film)} events={events} />);
    expect(screen.getByRole('listitem').textContent).toBe(
        `Two tides ${say('teacher.student.watched-parts', { parts: '0:00–0:31, 1:30–2:10' })}`,
    );
    const drawn = [...container.querySelectorAll('rect')].slice(1).map((one) => [one.getAttribute('x'), one.getAttribute('width')]);
    expect(drawn).toEqual([
        ['0', '200'],
        ['202', '108'],
        ['100', '50'],
        // Beyond the end of its part of the video nothing is drawn.
        ['900', '100'],
    ]);
});

it('shows nothing where nothing was watched, or where the video is gone from the quiz', () => {
    const { container } = render(<WatchStrips document={quizOf(film)} events={[watched('film', 3, 3), watched('gone', 0, 20)]} />);
    expect(container.textContent).toBe('');
});
