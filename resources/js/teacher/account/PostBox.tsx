import { useQuery } from '@tanstack/react-query';
import { client, sentence, take } from '../../api/client';
import { exact } from '../../ui/time';
import { say } from '../../words/words';

/** The simulated post box: letters that a real server would have mailed. */
export function PostBox() {
    const letters = useQuery({ queryKey: ['post-box'], queryFn: () => take(client.GET('/post-box')), refetchInterval: 3000 });
    return (
        <main className="mx-auto max-w-3xl px-5 py-8">
            <h1 className="text-3xl">{say('teacher.post-box.post-box')}</h1>
            <p className="mt-2 text-soft">{say('teacher.post-box.this-server-does-not-send')}</p>
            {letters.error !== null && <p className="mt-4">{sentence(letters.error)}</p>}
            {letters.data?.length === 0 && <p className="mt-6">{say('teacher.post-box.no-letters-yet')}</p>}
            <ul className="mt-6 grid gap-4">
                {letters.data?.map((letter) => (
                    <li key={letter.id} className="rounded-lg border border-line bg-sheet p-4">
                        <h2 className="text-lg">{letter.subject}</h2>
                        <p className="text-sm text-soft">{say('teacher.post-box.to', { to: letter.to, when: exact(letter.sentAt) })}</p>
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
