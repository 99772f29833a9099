<?php

declare(strict_types=1);

namespace App\Dav;

use Sabre\Xml\Writer;

/** Answers of WebDAV in XML (RFC 4918 13 and 16). */
final class Multistatus
{
    private const PREFIXES = [
        'DAV:' => 'd',
        'urn:ietf:params:xml:ns:caldav' => 'c',
        'http://calendarserver.org/ns/' => 't',
        'http://apple.com/ns/ical/' => 'l',
    ];

    private const REASONS = [
        200 => 'OK',
        403 => 'Forbidden',
        404 => 'Not Found',
        424 => 'Failed Dependency',
        507 => 'Insufficient Storage',
    ];

    private readonly Writer $xml;

    public function __construct(string $root = 'multistatus')
    {
        $this->xml = new Writer();
        $this->xml->namespaceMap = self::PREFIXES;
        $this->xml->openMemory();
        $this->xml->startDocument('1.0', 'UTF-8');
        $this->xml->startElement(str_starts_with($root, '{') ? $root : Node::DAV.$root);
    }

    /**
     * What of a resource was asked for, by how it went.
     *
     * @param  array<int, array<string, mixed>>  $properties  by status and name: values as sabre/xml writes them
     */
    public function properties(string $href, array $properties): void
    {
        $this->xml->startElement(Node::DAV.'response');
        $this->xml->writeElement(Node::DAV.'href', $href);
        foreach ($properties === [] ? [200 => []] : $properties as $status => $values) {
            $this->xml->startElement(Node::DAV.'propstat');
            $this->xml->startElement(Node::DAV.'prop');
            foreach ($values as $name => $value) {
                $this->element($name, $value);
            }
            $this->xml->endElement();
            $this->xml->writeElement(Node::DAV.'status', self::line($status));
            $this->xml->endElement();
        }
        $this->xml->endElement();
    }

    /** A resource of which there is nothing to say but this. */
    public function status(string $href, int $status, ?string $condition = null): void
    {
        $this->xml->startElement(Node::DAV.'response');
        $this->xml->writeElement(Node::DAV.'href', $href);
        $this->xml->writeElement(Node::DAV.'status', self::line($status));
        if ($condition !== null) {
            $this->element(Node::DAV.'error', [$condition => null]);
        }
        $this->xml->endElement();
    }

    public function syncToken(string $token): void
    {
        $this->xml->writeElement(Node::DAV.'sync-token', $token);
    }

    public function end(): string
    {
        $this->xml->endElement();
        $this->xml->endDocument();

        return $this->xml->outputMemory();
    }

    public static function fault(DavFault $fault): string
    {
        $xml = new self('error');
        if ($fault->condition !== null) {
            $xml->element($fault->condition, $fault->href === null ? null : [Node::DAV.'href' => $fault->href]);
        }
        $xml->xml->writeElement(Node::DAV.'responsedescription', $fault->getMessage());

        return $xml->end();
    }

    /** @param  mixed  $value  as sabre/xml writes it: text, or elements by name */
    private function element(string $name, mixed $value): void
    {
        $this->xml->startElement($name);
        if ($value !== null) {
            $this->xml->write($value);
        }
        $this->xml->endElement();
    }

    private static function line(int $status): string
    {
        return "HTTP/1.1 {$status} ".(self::REASONS[$status] ?? 'Unknown');
    }
}
