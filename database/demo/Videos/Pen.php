<?php

declare(strict_types=1);

namespace HiddenLadder\Demo\Videos;

/** Draws on a frame twice as large as shown, in coordinates of the shown size, so that lines come out smooth. */
final class Pen
{
    public const WIDTH = 854;

    public const HEIGHT = 480;

    private const COLOURS = [
        'paper' => [0xF4, 0xF6, 0xF1], 'ink' => [0x15, 0x24, 0x2C], 'soft' => [0x47, 0x57, 0x5F], 'water' => [0x8F, 0xBF, 0xC6],
        'deep' => [0x0F, 0x55, 0x60], 'earth' => [0xDF, 0xD2, 0xAE], 'rail' => [0x8A, 0x71, 0x3A], 'accent' => [0x98, 0x12, 0x4F],
        'moon' => [0xFE, 0xFE, 0xFA],
    ];

    private \GdImage $image;

    /** @var array<string, int> */
    private array $ink = [];

    public function __construct(private readonly string $font)
    {
        $this->image = imagecreatetruecolor(self::WIDTH * 2, self::HEIGHT * 2);
        foreach (self::COLOURS as $name => [$red, $green, $blue]) {
            $this->ink[$name] = (int) imagecolorallocate($this->image, $red, $green, $blue);
        }
        imagefill($this->image, 0, 0, $this->ink['paper']);
    }

    public function box(float $x1, float $y1, float $x2, float $y2, string $ink): void
    {
        imagefilledrectangle($this->image, (int) ($x1 * 2), (int) ($y1 * 2), (int) ($x2 * 2), (int) ($y2 * 2), $this->ink[$ink]);
    }

    public function line(float $x1, float $y1, float $x2, float $y2, string $ink, float $thick = 2): void
    {
        imagesetthickness($this->image, (int) ($thick * 2));
        imageline($this->image, (int) ($x1 * 2), (int) ($y1 * 2), (int) ($x2 * 2), (int) ($y2 * 2), $this->ink[$ink]);
    }

    public function disc(float $x, float $y, float $width, float $height, string $ink, ?string $rim = null): void
    {
        if ($rim !== null) {
            imagefilledellipse(
                $this->image,
                (int) ($x * 2),
                (int) ($y * 2),
                (int) ($width * 2 + 8),
                (int) ($height * 2 + 8),
                $this->ink[$rim],
            );
        }
        imagefilledellipse($this->image, (int) ($x * 2), (int) ($y * 2), (int) ($width * 2), (int) ($height * 2), $this->ink[$ink]);
    }

    public function arrow(float $x1, float $y1, float $x2, float $y2, string $ink): void
    {
        $this->line($x1, $y1, $x2, $y2, $ink, 3);
        $angle = atan2($y2 - $y1, $x2 - $x1);
        foreach ([2.6, -2.6] as $turn) {
            $this->line($x2, $y2, $x2 + 14 * cos($angle + $turn), $y2 + 14 * sin($angle + $turn), $ink, 3);
        }
    }

    public function text(float $x, float $y, string $words, int $size = 20, string $ink = 'ink', string $align = 'left'): void
    {
        $box = imagettfbbox($size * 1.5, 0, $this->font, $words);
        $wide = $box === false ? 0 : $box[2] - $box[0];
        $left = $x * 2 - match ($align) {
            'centre' => $wide / 2, 'right' => $wide, default => 0
        };
        imagettftext($this->image, $size * 1.5, 0, (int) $left, (int) ($y * 2), $this->ink[$ink], $this->font, $words);
    }

    /** The frame at the shown size, as raw RGB bytes. */
    public function bytes(): string
    {
        $shown = imagecreatetruecolor(self::WIDTH, self::HEIGHT);
        imagecopyresampled($shown, $this->image, 0, 0, 0, 0, self::WIDTH, self::HEIGHT, self::WIDTH * 2, self::HEIGHT * 2);
        ob_start();
        imagebmp($shown, null, false);

        return (string) ob_get_clean();
    }
}
