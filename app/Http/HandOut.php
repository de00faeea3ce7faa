<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http;

use HiddenLadder\App\Media\MediaFolder;
use Illuminate\Http\Response as PlainResponse;
use Symfony\Component\HttpFoundation\BinaryFileResponse;
use Symfony\Component\HttpFoundation\HeaderUtils;
use Symfony\Component\HttpFoundation\Response;

/** Hands a file of the media folder out, by nginx where it stands in front. Whether somebody may have it was asked before. */
final class HandOut
{
    public function __construct(private readonly MediaFolder $folder)
    {
    }

    public function file(string $file, string $type): Response
    {
        return $this->send($file, ['Content-Type' => $type]);
    }

    /** @param  string  $name  under which it is saved */
    public function asDownload(string $file, string $type, string $name): Response
    {
        // A header holds no slash in a name, and a browser that knows no other one gets a plain one.
        $name = str_replace(['/', '\\'], ' ', $name);

        return $this->send($file, [
            'Content-Type' => $type, 'Content-Disposition' => HeaderUtils::makeDisposition('attachment', $name, 'file'),
        ]);
    }

    /** @param  array<string, string>  $headers */
    private function send(string $file, array $headers): Response
    {
        $headers += ['Cache-Control' => 'private, max-age=3600', 'X-Content-Type-Options' => 'nosniff'];
        if (config('hidden_ladder.media_by_nginx') === true) {
            return new PlainResponse('', 200, $headers + ['X-Accel-Redirect' => "/media-folder/$file"]);
        }
        $path = $this->folder->path($file);
        abort_unless(is_file($path), 404);

        return new BinaryFileResponse($path, 200, $headers);
    }
}
