import { toString as qrCode } from 'qrcode';
import { useEffect, useState } from 'react';
import { say } from '../words/words';

/** An address as a code that a phone's camera reads (ISO/IEC 18004). */
export function QrCode({ address, className }: { address: string; className: string }) {
    const [picture, setPicture] = useState('');
    useEffect(() => {
        void qrCode(address, { type: 'svg', margin: 2, errorCorrectionLevel: 'M' }).then((svg) =>
            setPicture(`data:image/svg+xml;utf8,${encodeURIComponent(svg)}`),
        );
    }, [address]);
    return picture === '' ? (
        <div className={className} />
    ) : (
        <img
            className={`rounded-md bg-white ${className}`}
            src={picture}
            alt={say('teacher.class.qr-code-with-the-address', { address })}
        />
    );
}

/** Where a class phrase leads. */
export function joinAddress(phrase: string): string {
    return `${window.location.origin}/join/${phrase.replaceAll(' ', '-')}`;
}
