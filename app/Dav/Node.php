<?php

declare(strict_types=1);

namespace App\Dav;

use Sabre\Xml\LibXMLException;
use Sabre\Xml\ParseException;
use Sabre\Xml\Reader;

/**
 * An element of the XML that a client sends, its name in Clark notation: {namespace}local-name.
 *
 * @phpstan-type Tree array{name: string, value: mixed, attributes: array<string, string>}
 */
final readonly class Node
{
    public const DAV = '{DAV:}';

    public const CALDAV = '{urn:ietf:params:xml:ns:caldav}';

    /** Where the tag of a collection is named, which came before sync-collection. */
    public const TAG = '{http://calendarserver.org/ns/}';

    /** Where colour and order of calendars are named. */
    public const LOOK = '{http://apple.com/ns/ical/}';

    private const LARGEST = 2_000_000;

    /**
     * @param  array<string, string>  $attributes
     * @param  list<Node>  $children
     */
    private function __construct(public string $name, public array $attributes, public array $children, public string $text)
    {
    }

    /** @throws DavFault where it is no XML, or more than a client asks with */
    public static function read(string $xml): ?self
    {
        if (trim($xml) === '') {
            return null;
        }
        if (strlen($xml) > self::LARGEST) {
            throw new DavFault(413, 'The request is too large.');
        }
        // Nothing that a client of CalDAV sends defines entities; what does is meant to grow.
        if (preg_match('/<!(?:DOCTYPE|ENTITY)/i', $xml) === 1) {
            throw new DavFault(400, 'A document type has no place in a request.');
        }
        $before = libxml_use_internal_errors(true);
        $reader = new Reader();
        try {
            if (! $reader->XML($xml, null, LIBXML_NONET)) {
                throw new DavFault(400, 'The request is not written as XML.');
            }
            do {
                if (! $reader->read()) {
                    throw new DavFault(400, 'The request is not written as XML.');
                }
            } while ($reader->nodeType !== Reader::ELEMENT);
            /** @var Tree $tree */
            $tree = $reader->parseCurrentElement();

            return self::of($tree);
        } catch (LibXMLException|ParseException) {
            throw new DavFault(400, 'The request is not written as XML.');
        } finally {
            libxml_clear_errors();
            libxml_use_internal_errors($before);
        }
    }

    /** @param  Tree  $tree */
    private static function of(array $tree): self
    {
        $children = [];
        foreach (is_array($tree['value']) ? $tree['value'] : [] as $child) {
            /** @var Tree $child */
            $children[] = self::of($child);
        }

        return new self($tree['name'], $tree['attributes'], $children, is_string($tree['value']) ? trim($tree['value']) : '');
    }

    public function child(string $name): ?self
    {
        return $this->children($name)[0] ?? null;
    }

    /** @return list<Node> */
    public function children(string $name): array
    {
        return array_values(array_filter($this->children, fn (Node $one): bool => $one->name === $name));
    }

    /** @return array<string, mixed> as the library writes it again */
    public function toArray(): array
    {
        return [
            'name' => $this->name,
            'attributes' => $this->attributes,
            'value' => $this->children === [] ? $this->text : array_map(fn (Node $one): array => $one->toArray(), $this->children),
        ];
    }
}
