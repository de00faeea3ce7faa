<?php

declare(strict_types=1);

namespace HiddenLadder\App\Media;

use GdImage;
use HiddenLadder\App\Reason;
use HiddenLadder\App\Rejected;
use HiddenLadder\Core\Message;

/** Pictures, decoded and encoded anew, so that nothing else of a file comes along. */
final class Pictures
{
    public const TYPES = ['image/jpeg', 'image/png', 'image/webp', 'image/gif'];

    /** Pixels on the longer side; larger pictures are made smaller. */
    private const WIDEST = 2000;

    /** Pixels in all beyond which a picture is not decoded, whatever its bytes. */
    private const MOST_PIXELS = 50_000_000;

    /** @throws Rejected when it is none that can be read, or too large */
    public static function encodeAnew(string $from, string $to): void
    {
        $size = @getimagesize($from);
        if ($size === false) {
            throw self::broken();
        }
        if ($size[0] * $size[1] > self::MOST_PIXELS) {
            throw new Rejected(
                Reason::TooLarge,
                new Message(
                    'problem.media.too-many-pixels',
                    ['width' => $size[0], 'height' => $size[1], 'most' => self::MOST_PIXELS / 1e6],
                ),
            );
        }
        $picture = @imagecreatefromstring((string) file_get_contents($from));
        if ($picture === false) {
            throw self::broken();
        }
        self::keep(self::small($picture), $to);
    }

    public static function keep(GdImage $picture, string $to): void
    {
        imagepalettetotruecolor($picture);
        imagewebp($picture, $to, 85);
    }

    public static function broken(): Rejected
    {
        return new Rejected(Reason::WrongType, new Message('problem.media.broken-picture'));
    }

    private static function small(GdImage $picture): GdImage
    {
        $longer = max(imagesx($picture), imagesy($picture));
        $scaled = $longer > self::WIDEST ? imagescale($picture, (int) round(imagesx($picture) * self::WIDEST / $longer)) : false;

        return $scaled === false ? $picture : $scaled;
    }
}
