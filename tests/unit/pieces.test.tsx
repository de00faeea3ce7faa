// @vitest-environment jsdom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, expect, it, vi } from 'vitest';
import { client, sendFiles } from '../../resources/js/api/client';
import { PiecesEditor } from '../../resources/js/teacher/build/PiecesEditor';
import { Holding } from './Holding';
import { answer } from './samples';

vi.mock('../../resources/js/api/client', async (original) => ({
    ...(await original<typeof import('../../resources/js/api/client')>()),
    sendFiles: vi.fn(),
}));

afterEach(cleanup);

it('a picture that comes late into a place of its own leaves the words that were typed there meanwhile', async () => {
    vi.spyOn(client, 'GET').mockImplementation(() => answer([]));
    let arrives: (medium: unknown) => void = () => {};
    vi.mocked(sendFiles).mockImplementation(() => new Promise((done) => (arrives = done as typeof arrives)));
    let latest = '<p>See</p><img data-medium="OLD" alt="">';
    render(
        <QueryClientProvider client={new QueryClient()}>
            <Holding start={latest} seen={(text) => (latest = text)}>
                {(text, change) => <PiecesEditor text={text} onChange={change} of="the question" />}
            </Holding>
        </QueryClientProvider>,
    );
    const [file] = screen.getAllByLabelText(/JPEG, PNG/);
    const [send] = screen.getAllByRole('button', { name: 'Send', hidden: true });
    fireEvent.change(file as HTMLElement, { target: { files: [new File(['x'], 'gauge.png', { type: 'image/png' })] } });
    fireEvent.click(send as HTMLElement);
    await userEvent.type(screen.getByLabelText('In words'), 'A gauge');
    arrives({ id: 'NEW', kind: 'picture' });
    await waitFor(() => expect(latest).toBe('<p>See</p><img data-medium="NEW" alt="A gauge">'));
});
