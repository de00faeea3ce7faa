import { useParams } from 'react-router';
import { BackToClass } from './BackToClass';
import { RoundUnderWay } from './RoundUnderWay';

/** A round under way, at its own address. */
export function Walk() {
    return (
        <>
            <BackToClass />
            <RoundUnderWay round={useParams().round ?? ''} />
        </>
    );
}
