<?php

declare(strict_types=1);

namespace App\Dav;

use App\Models\User;
use App\Reading\ObjectRows;

/** What a client asks of a resource and of what lies in it (RFC 4918 9.1). */
final readonly class Propfind
{
    /** What is told where nothing is asked by name. */
    private const ALL = [
        Node::DAV.'resourcetype',
        Node::DAV.'displayname',
        Node::DAV.'getetag',
        Node::DAV.'getcontenttype',
        Node::DAV.'getlastmodified',
    ];

    public function __construct(private LiveProperties $properties, private ObjectRows $rows)
    {
    }

    /**
     * @param  bool  $deep  with what lies in it
     * @param  bool  $brief  without what is not there (RFC 8144)
     */
    public function answer(User $user, DavResource $at, ?Node $asked, bool $deep, bool $brief): string
    {
        $answer = new Multistatus();
        foreach ([$at, ...$deep ? $this->inside($user, $at) : []] as $one) {
            $answer->properties($one->path->href(), $this->found($user, $one, $asked, $brief));
        }

        return $answer->end();
    }

    /** @return array<int, array<string, mixed>> by status and name */
    public function found(User $user, DavResource $one, ?Node $asked, bool $brief): array
    {
        $are = $this->properties->of($user, $one->path, $one->calendar, $one->row);
        if ($asked?->child(Node::DAV.'propname') !== null) {
            return [200 => array_fill_keys(array_keys($are), null)];
        }
        $prop = $asked?->child(Node::DAV.'prop');
        $included = array_map(fn (Node $child): string => $child->name, $asked?->child(Node::DAV.'include')->children ?? []);
        $names =
            $prop === null
                ? array_values(array_unique([...array_intersect(self::ALL, array_keys($are)), ...$included]))
                : array_map(fn (Node $child): string => $child->name, $prop->children);
        $found = [];
        foreach ($names as $name) {
            if (isset($are[$name])) {
                $found[200][$name] = $are[$name]();
            } elseif (! $brief) {
                $found[404][$name] = null;
            }
        }

        return $found;
    }

    /** @return iterable<DavResource> */
    private function inside(User $user, DavResource $at): iterable
    {
        if ($at->path->kind === DavPath::ROOT) {
            yield new DavResource(DavPath::principal($user->id));
        } elseif ($at->path->kind === DavPath::PRINCIPAL) {
            yield new DavResource(DavPath::home($user->id));
        } elseif ($at->path->kind === DavPath::HOME) {
            yield from DavResource::calendars($user);
        } elseif ($at->calendar !== null && $at->path->kind === DavPath::CALENDAR) {
            foreach ($this->rows->in($at->calendar) as $row) {
                yield new DavResource(DavPath::object($user->id, $at->path->calendar, $row->name), $at->calendar, $row);
            }
        }
    }
}
