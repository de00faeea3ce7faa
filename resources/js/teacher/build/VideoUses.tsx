import { useQuery } from '@tanstack/react-query';
import { Link, useParams } from 'react-router';
import { client, take } from '../../api/client';
import { say } from '../../words/words';

/** In which quizzes a video stands beside the one that is worked on, and how much they ask in it. */
export function VideoUses({ medium }: { medium: string }) {
    const except = useParams().quiz;
    const uses = useQuery({
        queryKey: ['video-uses', medium],
        queryFn: () => take(client.GET('/media/{medium}/uses', { params: { path: { medium } } })),
    });
    const others = (uses.data ?? []).filter((use) => use.quiz !== except);
    if (others.length === 0) {
        return null;
    }
    return (
        <p className="text-sm text-soft">
            {say('build.video-uses.also-in')}{' '}
            {others.map((use, index) => (
                <span key={use.quiz}>
                    {index > 0 && ', '}
                    <Link className="underline" to={`/quizzes/${use.quiz}${use.stops[0] === undefined ? '' : `?at=${use.stops[0].id}`}`}>
                        {use.title}
                    </Link>{' '}
                    {use.stops.length > 0 && say('build.video-uses.cues', { n: use.stops.reduce((sum, stop) => sum + stop.cues, 0) })}
                </span>
            ))}
        </p>
    );
}
