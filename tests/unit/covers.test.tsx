// @vitest-environment jsdom
import { render, renderHook, screen } from '@testing-library/react';
import { act } from 'react';
import { beforeEach, describe, expect, it } from 'vitest';
import type { LookoutStudent, QuizDocument } from '../../resources/js/api/types';
import { Still } from '../../resources/js/teacher/task/Still';
import { veiled } from '../../resources/js/teacher/task/Students';
import { useCovers } from '../../resources/js/ui/covers';
import { onDay } from '../../resources/js/ui/time';

describe('covers', () => {
    beforeEach(() => localStorage.clear());

    it('are none for the teacher alone', () => {
        const { result } = renderHook(() => useCovers());
        expect(result.current.seen).toEqual({ names: true, answers: true, scores: true });
        expect(result.current.answersTo('q')).toBe(true);
    });

    it('lie over all for the class, and each is lifted by itself', () => {
        const { result } = renderHook(() => useCovers());
        act(() => result.current.turn(true));
        expect(result.current.seen).toEqual({ names: false, answers: false, scores: false });
        act(() => result.current.lift('scores', true));
        expect(result.current.seen).toEqual({ names: false, answers: false, scores: true });
        act(() => result.current.liftAnswersTo('q'));
        expect([result.current.answersTo('q'), result.current.answersTo('other')]).toEqual([true, false]);
        act(() => result.current.lift('answers', false));
        expect(result.current.answersTo('q')).toBe(false);
    });

    it('are as they were on the same device, and all there once the screen is turned again', () => {
        const first = renderHook(() => useCovers());
        act(() => first.result.current.turn(true));
        act(() => first.result.current.lift('names', true));
        const next = renderHook(() => useCovers());
        expect(next.result.current.forClass).toBe(true);
        expect(next.result.current.seen.names).toBe(true);
        act(() => next.result.current.turn(false));
        act(() => next.result.current.turn(true));
        expect(next.result.current.seen.names).toBe(false);
    });

    it('begin anew where what was kept cannot be read', () => {
        localStorage.setItem('screen', '{"forClass": tr');
        expect(renderHook(() => useCovers()).result.current.forClass).toBe(false);
        localStorage.setItem('screen', '{"forClass": true, "lifted": ["names", "keys"]}');
        expect(renderHook(() => useCovers()).result.current.seen).toEqual({ names: true, answers: false, scores: false });
    });

    it('hide how somebody stands, and not that they have answered', () => {
        expect(veiled('climbed', false)).toBe('answered');
        expect(veiled('untouched', false)).toBe('untouched');
        expect(veiled('climbed', true)).toBe('climbed');
        expect(veiled(null, false)).toBe(null);
    });
});

describe('who has been still', () => {
    const document = {
        stops: [{ id: 'S1', kind: 'text', text: '', forks: [] }],
        sideStops: [],
        finishes: [{ id: 'F', title: '', message: '' }],
    } as unknown as QuizDocument;
    const student = (id: string, minutes: number, stop = 'S1', finishedAt: string | null = null): LookoutStudent => ({
        id,
        name: id,
        round: {
            number: 1,
            path: [{ kind: 'stop', id: stop, ladder: null }],
            standings: {},
            movedAt: new Date(Date.now() - 60_000 * minutes).toISOString(),
            finishedAt,
            finish: null,
            closed: false,
            late: false,
            afterDue: false,
        },
    });

    it('is told longest first, without those who left or are done', () => {
        const done = new Date().toISOString();
        render(
            <Still
                document={document}
                students={[
                    student('Ada', 5),
                    student('Bram', 9),
                    student('Cleo', 1),
                    student('Davit', 50),
                    student('Elif', 20, 'S1', done),
                ]}
                names
            />,
        );
        expect(screen.getByText(/3 are at work/).textContent).toMatch(
            /2 have been still for long.*Bram \(9 min, stop 1\).*Ada \(5 min, stop 1\)/,
        );
    });

    it('names nobody under the cover, and tells who is at a stop that is gone', () => {
        const { rerender } = render(<Still document={document} students={[student('Ada', 5), student('Bram', 1, 'GONE')]} names={false} />);
        expect(screen.getByText(/2 are at work/).textContent).not.toMatch(/Ada|Bram/);
        rerender(<Still document={document} students={[student('Bram', 1, 'GONE')]} names />);
        expect(screen.getByText(/One is at a stop that the newest edition does not have: Bram/)).toBeTruthy();
    });
});

describe('a day of a calendar', () => {
    it('is told near', () => {
        const now = new Date('2027-01-10T23:50');
        expect(onDay('2027-01-10', now)).toBe('today');
        expect(onDay('2027-01-11', now)).toBe('tomorrow');
        expect(onDay('2027-01-13', now)).toMatch(/Wed/);
    });
});
