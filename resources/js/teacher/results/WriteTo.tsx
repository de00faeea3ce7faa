import { useId, useState } from 'react';
import { client, take } from '../../api/client';
import { Button } from '../../ui/Button';
import { Text } from '../../ui/Field';
import { useAttempt } from '../../ui/useAttempt';
import { useMessageId } from '../../ui/useMessageId';
import { say } from '../../words/words';

/** A word to one student, or to several who share something. Each has it alone. */
export function WriteTo({ task, students, name }: { task: string; students: string[]; name?: string }) {
    const [open, setOpen] = useState(false);
    const [text, setText] = useState('');
    const [sent, setSent] = useState(0);
    const form = useId();
    const { error, attempt } = useAttempt();
    const { idOf, sent: arrived } = useMessageId();
    if (students.length === 0) {
        return null;
    }
    const send = () =>
        attempt(async () => {
            const words = text.trim();
            const body = { id: idOf(words), text: words, students };
            await take(client.POST('/tasks/{task}/messages', { params: { path: { task } }, body }));
            arrived();
            setText('');
            setOpen(false);
            setSent(students.length);
        });
    return (
        <div>
            <Button weight="quiet" className="-ml-3" aria-expanded={open} aria-controls={form} onClick={() => setOpen(!open)}>
                {name === undefined
                    ? say('teacher.messages.write-to', { n: students.length })
                    : say('teacher.messages.write-to-one', { name })}
            </Button>
            {sent > 0 && !open && (
                <span role="status" className="ml-2 text-sm text-soft">
                    {say('teacher.messages.sent', { n: sent })}
                </span>
            )}
            {open && (
                <form
                    id={form}
                    className="grid max-w-xl gap-2"
                    onSubmit={(event) => {
                        event.preventDefault();
                        void send();
                    }}
                >
                    <Text
                        label={say('teacher.messages.your-word')}
                        hint={say('teacher.messages.each-alone', { n: students.length })}
                        rows={2}
                        maxLength={2000}
                        value={text}
                        onChange={(event) => setText(event.currentTarget.value)}
                    />
                    {error !== null && <p role="alert">{error}</p>}
                    <Button type="submit" weight="main" className="justify-self-start" disabled={text.trim() === ''}>
                        {say('teacher.messages.send')}
                    </Button>
                </form>
            )}
        </div>
    );
}
