<?php

declare(strict_types=1);

namespace App\Http\Resources;

use League\CommonMark\Extension\ExternalLink\ExternalLinkExtension;
use League\CommonMark\GithubFlavoredMarkdownConverter;

/**
 * Notes in Markdown as HTML that can be shown: what a person wrote as HTML is shown as it was written, links lead only to safe
 * places and open apart.
 */
final class NotesAsHtml
{
    private const DEEPEST = 20;

    public static function of(string $notes): string
    {
        /** @var GithubFlavoredMarkdownConverter|null $converter */
        static $converter;
        $converter ??= self::converter();

        return $notes === '' ? '' : trim((string) $converter->convert($notes));
    }

    private static function converter(): GithubFlavoredMarkdownConverter
    {
        $converter = new GithubFlavoredMarkdownConverter([
            'html_input' => 'escape',
            'allow_unsafe_links' => false,
            'max_nesting_level' => self::DEEPEST,
            'renderer' => ['soft_break' => "<br>\n"],
            // A link opens apart, and where it leads learns nothing of this page.
            'external_link' => ['internal_hosts' => [], 'open_in_new_window' => true, 'nofollow' => ''],
        ]);
        $converter->getEnvironment()->addExtension(new ExternalLinkExtension());

        return $converter;
    }
}
