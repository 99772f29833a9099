<?php

declare(strict_types=1);

namespace App\Http\Resources;

use League\CommonMark\GithubFlavoredMarkdownConverter;

/**
 * Notes in Markdown as HTML that can be shown: what a person wrote as HTML is shown as it was written, links lead only to safe
 * places.
 */
final class NotesAsHtml
{
    private const DEEPEST = 20;

    public static function of(string $notes): string
    {
        /** @var GithubFlavoredMarkdownConverter|null $converter */
        static $converter;
        $converter ??= new GithubFlavoredMarkdownConverter([
            'html_input' => 'escape',
            'allow_unsafe_links' => false,
            'max_nesting_level' => self::DEEPEST,
            'renderer' => ['soft_break' => "<br>\n"],
        ]);

        return $notes === '' ? '' : trim((string) $converter->convert($notes));
    }
}
