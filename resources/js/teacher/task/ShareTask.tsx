import { useState } from 'react';
import { Button } from '../../ui/Button';
import { QrCode } from '../../ui/QrCode';
import { exact } from '../../ui/time';
import { say } from '../../words/words';

/** A message with the link and its code, ready to be sent or shown. */
export function ShareTask({ title, link, dueAt, note }: { title: string; link: string; dueAt: string | null; note: string }) {
    const address = `${window.location.origin}/join/task/${link}`;
    const message = [
        say('teacher.share.there-is-something-to-do', { title }),
        ...(dueAt === null ? [] : [say('teacher.share.due', { when: exact(dueAt) })]),
        ...(note === '' ? [] : [note]),
        address,
    ].join('\n');
    const [copied, setCopied] = useState<boolean | null>(null);
    const copy = () =>
        navigator.clipboard.writeText(message).then(
            () => setCopied(true),
            () => setCopied(false),
        );
    return (
        <div className="flex flex-wrap items-start gap-4">
            <QrCode address={address} className="size-36 shrink-0" />
            <div className="min-w-56 flex-1">
                <p className="rounded-md border border-line bg-paper px-3 py-2 text-sm break-words whitespace-pre-wrap select-all">
                    {message}
                </p>
                <div className="mt-2 flex flex-wrap items-center gap-3">
                    <Button onClick={() => void copy()}>{say('teacher.share.copy-the-message')}</Button>
                    <p className="text-sm" role="status">
                        {copied === true ? say('teacher.share.copied') : copied === false ? say('teacher.share.mark-and-copy') : ''}
                    </p>
                </div>
            </div>
        </div>
    );
}
