<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Formats\Gradebook;

/** A column of a gradebook (1EdTech LTI Assignment and Grade Services 2.0, section 3.2). */
final readonly class LineItem
{
    public const MEDIA_TYPE = 'application/vnd.ims.lis.v2.lineitem+json';

    public const LIST_MEDIA_TYPE = 'application/vnd.ims.lis.v2.lineitemcontainer+json';

    /** What this program needs to be allowed: columns, and scores in them (section 3.1). */
    public const SCOPES = [
        'https://purl.imsglobal.org/spec/lti-ags/scope/lineitem',
        'https://purl.imsglobal.org/spec/lti-ags/scope/score',
    ];

    /**
     * @param  string  $resource  our id of the task, by which the column is found again
     * @param  ?string  $opens  ISO 8601 with a zone
     * @param  ?string  $due  ISO 8601 with a zone
     */
    public function __construct(private string $label, private string $resource, private ?string $opens, private ?string $due)
    {
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return ['scoreMaximum' => Score::MAXIMUM, 'label' => $this->label, 'resourceId' => $this->resource, 'tag' => 'practice']
            + array_filter(['startDateTime' => $this->opens, 'endDateTime' => $this->due], is_string(...));
    }

    /**
     * Where the columns of a class are asked for one of ours.
     *
     * @param  string  $columns  the address of the class's columns, as the gradebook gave it
     */
    public static function search(string $columns, string $resource): string
    {
        return $columns.(str_contains($columns, '?') ? '&' : '?').'resource_id='.rawurlencode($resource);
    }

    /**
     * Where scores of a column go: `/scores` behind the path of its address, whatever is asked behind that (section 3.4.1).
     *
     * @param  string  $item  the column's id, which is its address
     */
    public static function scores(string $item): string
    {
        $at = strpos($item, '?');
        $path = $at === false ? $item : substr($item, 0, $at);

        return rtrim($path, '/').'/scores'.($at === false ? '' : substr($item, $at));
    }
}
