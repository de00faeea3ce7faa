// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import type { Pile, WaitingAnswer } from '../../resources/js/api/types';
import { MediaKnown } from '../../resources/js/player/media';
import { AnswerCard } from '../../resources/js/teacher/pile/AnswerCard';
import { Files } from '../../resources/js/teacher/pile/Files';
import { PhraseField } from '../../resources/js/teacher/pile/PhraseField';
import { steps } from '../../resources/js/teacher/pile/points';
import type { Laid } from '../../resources/js/teacher/pile/usePile';
import { near } from '../../resources/js/ui/time';
import { listed, say } from '../../resources/js/words/words';

afterEach(cleanup);

const answer: WaitingAnswer = {
    task: 't',
    round: 'r',
    number: 2,
    question: 'q',
    student: { id: 's', name: 'Ada' },
    own: ['The Moon\npulls.'],
    files: [],
    alike: 'x',
    judged: true,
    comment: 'Say more.',
    seen: 'y',
    at: '2026-11-28T08:00:00Z',
    opensUntil: null,
};
const question: Pile['questions'][number] = {
    task: 't',
    title: 'Tides',
    class: 'Year 8',
    question: 'q',
    prompt: 'Why?',
    model: '',
    points: 3,
    language: 'en',
};
const laid = (name: string, more: Partial<Laid> = {}): Laid => ({
    key: name,
    answer: { ...answer, round: name, student: { id: name, name } },
    done: null,
    gone: false,
    ...more,
});

function card(all: [Laid, ...Laid[]]) {
    const onSay = vi.fn();
    const onTakeBack = vi.fn();
    render(
        <AnswerCard
            all={all}
            question={question}
            nameOf={(one) => one.answer.student.name}
            phrases={['And the Sun?', 'And the wind?']}
            position={0}
            onSay={onSay}
            onTakeBack={onTakeBack}
        />,
    );
    return { onSay, onTakeBack };
}

function Typed({ onDone }: { onDone: () => void }) {
    const [text, setText] = useState('');
    return (
        <PhraseField
            label="Word"
            value={text}
            phrases={['And the Sun?', 'And the wind?', 'Well put.']}
            onChange={setText}
            onDone={onDone}
        />
    );
}

describe('points by one press', () => {
    it('are as many as the digit says, where they are few', () => {
        expect(steps(3).map((one) => [one.key, one.points])).toEqual([
            ['0', 0],
            ['1', 1],
            ['2', 2],
            ['3', 3],
        ]);
        expect(steps(1).map((one) => [one.key, one.share])).toEqual([
            ['0', 0],
            ['5', 0.5],
            ['1', 1],
        ]);
    });
    it('are quarters of many, or of no whole number, and right or not without any', () => {
        expect(steps(20).map((one) => one.points)).toEqual([0, 5, 10, 15, 20]);
        expect(steps(2.5).map((one) => one.share)).toEqual([0, 0.25, 0.5, 0.75, 1]);
        expect(steps(0).map((one) => one.share)).toEqual([0, 1]);
    });
});

describe('an answer in the pile', () => {
    it('is given points and a word for all that say the same', async () => {
        const all: [Laid, Laid] = [laid('Ada'), laid('Bram')];
        const { onSay } = card(all);
        expect(screen.getByText(say('teacher.pile.wrote-the-same', { n: 2 }))).toBeTruthy();
        await userEvent.type(screen.getByRole('textbox'), 'Good');
        await userEvent.click(screen.getByRole('button', { name: new RegExp(say('teacher.pile.points', { points: 2, of: 3 })) }));
        expect(onSay).toHaveBeenCalledWith(all, { share: 2 / 3, comment: 'Good', sentBack: false });
    });
    it('names whoever wrote it in two rounds once, and two of one name twice', () => {
        const again = laid('Ada', { key: 'again' });
        const namesake = laid('Bram', { answer: { ...answer, round: 'other', student: { id: 'another', name: 'Bram' } } });
        card([laid('Ada'), again, laid('Bram'), namesake]);
        expect(screen.getByText(listed(['Ada', 'Bram', 'Bram']))).toBeTruthy();
        expect(screen.getByText(say('teacher.pile.wrote-the-same', { n: 3 }))).toBeTruthy();
        expect(screen.getByText(say('teacher.pile.so-many-answers', { n: 4 }))).toBeTruthy();
    });
    it('says that a closed task opens for its student, once there is a word to send back with', async () => {
        card([laid('Ada', { answer: { ...answer, opensUntil: '2026-12-05T08:00:00Z' } })]);
        expect(screen.queryByText(/until/)).toBeNull();
        await userEvent.type(screen.getByRole('textbox'), 'Why?');
        expect(screen.getByText(say('teacher.pile.opens-until', { time: near('2026-12-05T08:00:00Z') }))).toBeTruthy();
    });
    it('is sent back only with a word that says why', async () => {
        const { onSay } = card([laid('Ada')]);
        const back = screen.getByRole('button', { name: new RegExp(say('teacher.pile.send-back')) });
        expect((back as HTMLButtonElement).disabled).toBe(true);
        await userEvent.type(screen.getByRole('textbox'), 'Why so?');
        await userEvent.click(back);
        expect(onSay.mock.lastCall?.[1]).toEqual({ share: 0, comment: 'Why so?', sentBack: true });
    });
    it('stays in its place when it is read, and can be taken back', async () => {
        const read = laid('Ada', { done: { share: 1 / 3, comment: '', sentBack: false } });
        const { onTakeBack } = card([read]);
        expect(screen.getByRole('status').textContent).toBe(say('teacher.pile.given', { points: 1, of: 3 }));
        await userEvent.click(screen.getByRole('button', { name: say('teacher.pile.take-back') }));
        expect(onTakeBack.mock.lastCall?.[0]).toEqual([read]);
    });
    it('tells where somebody else has read it', () => {
        card([laid('Ada', { gone: true })]);
        expect(screen.getByRole('status').textContent).toBe(say('teacher.pile.read-by-another'));
        expect(screen.queryByRole('textbox')).toBeNull();
    });
});

describe('what was handed in', () => {
    const facts = (kind: 'picture' | 'sound' | 'file') => ({
        seconds: null,
        bytes: 1,
        captions: [],
        kind,
        address: `/media/${kind}`,
        player: null,
    });
    const show = () =>
        render(
            <MediaKnown value={{ P: facts('picture'), S: facts('sound'), F: facts('file') }}>
                <Files files={['P', 'S', 'F']} />
            </MediaKnown>,
        );
    it('is a picture that is turned by quarters and enlarged', async () => {
        show();
        const picture = screen.getByRole('img') as HTMLImageElement;
        const turn = screen.getByRole('button', { name: say('teacher.pile.turn') });
        for (const quarter of [1, 2, 3, 0]) {
            await userEvent.click(turn);
            expect(picture.style.transform).toBe(`rotate(${90 * quarter}deg)`);
        }
        await userEvent.click(screen.getByRole('button', { name: say('teacher.pile.larger') }));
        expect(picture.style.width).toBe('130%');
        await userEvent.click(screen.getByRole('button', { name: say('teacher.pile.smaller') }));
        expect(picture.style.width).toBe('');
    });
    it('is a sound that is heard one and a half times as fast, also when it begins again, and a file that is opened', async () => {
        show();
        const sound = screen.getByLabelText(say('teacher.pile.recording', { number: 2 })) as HTMLAudioElement;
        await userEvent.click(screen.getByRole('button', { name: say('teacher.pile.faster') }));
        expect(sound.playbackRate).toBe(1.5);
        sound.playbackRate = 1;
        fireEvent.play(sound);
        expect(sound.playbackRate).toBe(1.5);
        await userEvent.click(screen.getByRole('button', { name: say('teacher.pile.faster') }));
        expect(sound.playbackRate).toBe(1);
        expect(screen.getByRole('link').getAttribute('href')).toBe('/media/file');
    });
});

describe('a word that was said before', () => {
    it('is called up by its first letters, and taken by the arrow or a press', async () => {
        const onDone = vi.fn();
        render(<Typed onDone={onDone} />);
        const field = screen.getByRole('textbox') as HTMLTextAreaElement;
        await userEvent.type(field, 'and');
        expect(screen.getAllByRole('button').map((one) => one.title)).toEqual(['And the Sun?', 'And the wind?']);
        await userEvent.keyboard('{ArrowRight}');
        expect(field.value).toBe('And the Sun?');
        expect(screen.queryAllByRole('button')).toEqual([]);
        await userEvent.clear(field);
        await userEvent.type(field, 'w');
        await userEvent.click(screen.getByRole('button'));
        expect(field.value).toBe('Well put.');
        await userEvent.type(field, '{Control>}{Enter}{/Control}');
        expect(onDone).toHaveBeenCalledOnce();
    });
});
