import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { sendFiles, sentence } from '../../api/client';
import type { Medium, Replaced } from '../../api/types';
import { Notice } from '../../ui/Notice';
import { timecode } from '../../ui/time';
import { say } from '../../words/words';
import { FileChooser } from './FileChooser';

/** Another file for a video, in all quizzes in which it stands; what does not fit it any more is told. */
export function ReplaceVideo({ medium }: { medium: Medium }) {
    const queries = useQueryClient();
    const [open, setOpen] = useState(false);
    const [progress, setProgress] = useState<number | null>(null);
    const [error, setError] = useState<string | null>(null);
    const [replaced, setReplaced] = useState<Replaced | null>(null);
    const send = async (file: File) => {
        setError(null);
        setProgress(0);
        const form = new FormData();
        form.append('file', file);
        try {
            setReplaced(await sendFiles<Replaced>(`/media/${medium.id}/file`, form, setProgress));
            setOpen(false);
            await queries.invalidateQueries({ queryKey: ['media'] });
        } catch (problem) {
            setError(sentence(problem));
        } finally {
            setProgress(null);
        }
    };
    return (
        <div className="grid gap-2 text-sm">
            <button
                type="button"
                className="min-h-8 w-fit underline underline-offset-4 aria-expanded:font-semibold"
                aria-expanded={open}
                onClick={() => setOpen(!open)}
            >
                {say('build.replace-video.put-another-file')}
            </button>
            {open && (
                <>
                    <p className="text-soft">{say('build.replace-video.in-all-quizzes')}</p>
                    <FileChooser progress={progress} onSend={(file) => void send(file)} />
                </>
            )}
            {error !== null && <Notice>{error}</Notice>}
            {replaced !== null && (
                <div role="status" className="rounded-md border border-line px-3 py-2">
                    <p>
                        {say('build.replace-video.replaced', {
                            time: replaced.medium.seconds === null ? '' : timecode(Math.round(replaced.medium.seconds)),
                        })}
                    </p>
                    {replaced.misfits.length > 0 && (
                        <>
                            <p className="mt-1 font-semibold">{say('build.replace-video.does-not-fit')}</p>
                            <ul className="grid gap-1">
                                {replaced.misfits.map((misfit) => (
                                    <li key={misfit.quiz}>
                                        {misfit.title}
                                        {misfit.tasks > 0 && ` (${say('build.replace-video.given', { n: misfit.tasks })})`}
                                        <ul className="list-disc pl-5">
                                            {misfit.places.map((place) => (
                                                <li key={`${place.at} ${place.sentence}`}>
                                                    <Link className="underline" to={`/quizzes/${misfit.quiz}?at=${place.at}`}>
                                                        {place.moment === null ? misfit.title : timecode(place.moment)}
                                                    </Link>{' '}
                                                    {place.sentence}
                                                </li>
                                            ))}
                                        </ul>
                                    </li>
                                ))}
                            </ul>
                        </>
                    )}
                </div>
            )}
        </div>
    );
}
