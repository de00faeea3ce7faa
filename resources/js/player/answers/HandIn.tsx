import { Mic, Paperclip, Square, X } from 'lucide-react';
import { useRef, useState } from 'react';
import { sendFiles, sentence } from '../../api/client';
import type { HandedInFile } from '../../api/types';
import { Button } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { listed, say } from '../../words/words';
import type { InputProps } from './parts';

const accepted = { picture: 'image/jpeg,image/png,image/webp,image/gif', sound: 'audio/*', file: '.pdf,.txt,.odt,.docx,.xlsx' };
const words = { picture: say('player.hand-in.a-picture'), sound: say('player.hand-in.a-sound'), file: say('player.hand-in.a-file') };

/** Pictures, sounds or files: chosen, photographed or recorded, sent at once, named in the answer. */
export default function HandIn({ question, answer, onChange, filesTo }: InputProps & { filesTo: string | null }) {
    const accepts = question.accepts ?? [];
    const files = 'files' in answer ? answer.files : [];
    const [named, setNamed] = useState<Record<string, HandedInFile>>({});
    const [progress, setProgress] = useState<number | null>(null);
    const [problem, setProblem] = useState<string | null>(null);
    const recorder = useRef<MediaRecorder | null>(null);
    const [recording, setRecording] = useState(false);

    const send = async (file: File) => {
        if (filesTo === null) {
            // In a rehearsal nothing is kept: the file counts as handed in.
            const id = '01KADE0000FFFFFFFFFFFFFFFF';
            setNamed({ ...named, [id]: { id, kind: accepts[0] ?? 'file', title: file.name } });
            onChange({ files: [id] });
            return;
        }
        setProblem(null);
        setProgress(0);
        const form = new FormData();
        form.append('file', file);
        try {
            const taken = await sendFiles<HandedInFile>(filesTo, form, setProgress);
            setNamed((before) => ({ ...before, [taken.id]: taken }));
            onChange({ files: [...files, taken.id] });
        } catch (error) {
            setProblem(sentence(error));
        }
        setProgress(null);
    };

    const record = async () => {
        if (recording) {
            recorder.current?.stop();
            return;
        }
        try {
            const stream = await navigator.mediaDevices.getUserMedia({ audio: true });
            const made = new MediaRecorder(stream);
            const pieces: Blob[] = [];
            made.ondataavailable = (event) => pieces.push(event.data);
            made.onstop = () => {
                for (const track of stream.getTracks()) {
                    track.stop();
                }
                setRecording(false);
                const type = made.mimeType.split(';')[0] ?? 'audio/webm';
                void send(new File(pieces, `recording.${type.split('/')[1] ?? 'webm'}`, { type }));
            };
            recorder.current = made;
            made.start();
            setRecording(true);
        } catch {
            setProblem(say('player.hand-in.the-microphone-cannot-be-used'));
        }
    };

    return (
        <div className="grid gap-3">
            <div className="flex flex-wrap gap-3">
                <label className="inline-flex min-h-12 items-center gap-2 rounded-md border border-edge bg-sheet px-4 text-lg font-semibold has-focus-visible:outline-3 has-focus-visible:outline-accent">
                    <Paperclip size={20} aria-hidden="true" />{' '}
                    {say('player.hand-in.choose', {
                        kinds: listed(
                            accepts.map((kind) => words[kind]),
                            'disjunction',
                        ),
                    })}
                    <input
                        type="file"
                        className="sr-only"
                        accept={accepts.map((kind) => accepted[kind]).join(',')}
                        onChange={(event) => {
                            const file = event.currentTarget.files?.[0];
                            event.currentTarget.value = '';
                            if (file !== undefined) {
                                void send(file);
                            }
                        }}
                    />
                </label>
                {accepts.includes('sound') && (
                    <Button large onClick={() => void record()}>
                        {recording ? <Square size={20} aria-hidden="true" /> : <Mic size={20} aria-hidden="true" />}
                        {recording ? say('player.hand-in.stop-and-keep-it') : say('player.hand-in.record')}
                    </Button>
                )}
            </div>
            {progress !== null && <p role="status">{say('player.hand-in.sending', { percent: Math.round(progress * 100) })}</p>}
            {problem !== null && <Notice>{problem}</Notice>}
            <ul className="grid gap-2">
                {files.map((id) => (
                    <li key={id} className="flex items-center gap-3 rounded-md border border-edge bg-sheet px-4 py-1.5">
                        <span className="flex-1 truncate">{named[id]?.title ?? say('player.hand-in.a-file-that-has-arrived')}</span>
                        <button
                            type="button"
                            className="grid size-11 place-items-center"
                            aria-label={say('player.hand-in.take-out', { title: named[id]?.title ?? say('player.hand-in.this-file') })}
                            onClick={() => onChange({ files: files.filter((other) => other !== id) })}
                        >
                            <X size={20} />
                        </button>
                    </li>
                ))}
            </ul>
        </div>
    );
}
