import { Button } from '../ui/Button';
import { Notice } from '../ui/Notice';
import { say } from '../words/words';
import type { Videos } from './useVideos';

/** Offers to keep the videos of a round on the device, and tells how far that is. */
export function KeepVideos({ videos: { missing, come, trouble, keep } }: { videos: Videos }) {
    const mb = Math.max(1, Math.round(missing / 1_000_000));
    return (
        <Notice>
            {come !== null ? (
                <p>
                    {say('student.videos.they-come', { share: Math.round(100 * come) })}{' '}
                    <progress className="align-middle" max={1} value={come} aria-hidden="true" />
                </p>
            ) : (
                <div className="flex flex-wrap items-center gap-3">
                    <p className="flex-1 basis-64">{say('student.videos.keep-them', { mb, trouble: trouble ?? 'none' })}</p>
                    <Button onClick={keep}>{say(trouble === null ? 'student.videos.keep' : 'player.video-player.try-again')}</Button>
                </div>
            )}
        </Notice>
    );
}
