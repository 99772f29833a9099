<?php

declare(strict_types=1);

namespace App\Queries\Templates;

use App\Models\Template;
use App\Models\User;

/** The templates of a person, with their parts and how many of each are to come. */
final readonly class TemplatesShown
{
    public function __construct(private Stamped $stamped)
    {
    }

    /** @return list<array<string, mixed>> the schema Template of the contract */
    public function all(User $user): array
    {
        $numbers = $this->stamped->numbers($user);
        $shown = [];
        foreach ($user->templates()->get() as $template) {
            $shown[] = self::shown($template) + ['to_come' => $numbers[$template->id] ?? 0];
        }

        return $shown;
    }

    /** An entry, a day or a week of this name, as somebody writes it. */
    public static function named(User $user, string $name): ?Template
    {
        $wanted = mb_strtolower(trim($name));

        return $wanted === ''
            ? null
            : $user->templates()->get()->first(fn (Template $one): bool => mb_strtolower($one->name) === $wanted);
    }

    /** @return array<string, mixed> */
    private static function shown(Template $template): array
    {
        return [
            'id' => $template->id,
            'kind' => $template->kind,
            'name' => $template->name,
            'parts' => array_map(
                fn (array $part): array => [
                    'part' => $part['part'],
                    'day' => $part['day'],
                    'at' => $part['at'],
                    'length' => $part['length'],
                    'title' => $part['fields']['title'] ?? '',
                    'kind' => $part['fields']['kind'] ?? 'task',
                    'calendar_id' => $part['fields']['calendar_id'] ?? '',
                ],
                $template->parts,
            ),
            'version' => $template->version,
        ];
    }
}
