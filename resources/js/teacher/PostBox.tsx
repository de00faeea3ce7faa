import { useQuery } from '@tanstack/react-query';
import { client, sentence, take } from '../api/client';
import { exact } from '../ui/time';

/** The simulated post box: letters that a real server would have mailed. */
export function PostBox() {
    const letters = useQuery({ queryKey: ['post-box'], queryFn: () => take(client.GET('/post-box')), refetchInterval: 3000 });
    return (
        <main className="mx-auto max-w-3xl px-5 py-8">
            <h1 className="text-3xl">Post box</h1>
            <p className="mt-2 text-soft">This server does not send mail. Its letters stay here, for this machine alone.</p>
            {letters.error !== null && <p className="mt-4">{sentence(letters.error)}</p>}
            {letters.data?.length === 0 && <p className="mt-6">No letters yet.</p>}
            <ul className="mt-6 grid gap-4">
                {letters.data?.map((letter) => (
                    <li key={letter.id} className="rounded-lg border border-line bg-sheet p-4">
                        <h2 className="text-lg">{letter.subject}</h2>
                        <p className="text-sm text-soft">
                            To {letter.to}, {exact(letter.sentAt)}
                        </p>
                        <p className="mt-3 break-words whitespace-pre-wrap">
                            {letter.body.split(/(https?:\/\/\S+)/).map((part, index) =>
                                part.startsWith('http') ? (
                                    <a key={index} className="text-accent underline" href={part}>
                                        {part}
                                    </a>
                                ) : (
                                    part
                                ),
                            )}
                        </p>
                    </li>
                ))}
            </ul>
        </main>
    );
}
