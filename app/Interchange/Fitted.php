<?php

declare(strict_types=1);

namespace App\Interchange;

use PlumRota\Core\Fields\Tables\EntryFields;
use PlumRota\Core\Fields\Types\Listed;
use PlumRota\Core\Fields\Types\Text;

/**
 * What somebody else wrote, in the room that its field has. Nothing is cut or left out without a sentence.
 */
final class Fitted
{
    /**
     * @param  list<string>  $repairs
     * @return array{title: string, notes: string} of a title that is too long all stands in the notes
     */
    public static function titleAndNotes(string $title, string $notes, array &$repairs): array
    {
        $most = self::most('title');
        if (mb_strlen($title) > $most) {
            $notes = trim("{$title}\n\n{$notes}");
            $title = mb_substr($title, 0, $most - 1).'…';
            $repairs[] = "Its title was longer than {$most} characters; all of it stands in the notes.";
        }

        return ['title' => $title, 'notes' => self::text('notes', $notes, $repairs)];
    }

    /**
     * @param  'notes'|'place'  $field
     * @param  list<string>  $repairs
     */
    public static function text(string $field, string $text, array &$repairs): string
    {
        $most = self::most($field);
        if (mb_strlen($text) <= $most) {
            return $text;
        }
        [$was, $number] = [$field === 'notes' ? 'were' : 'was', number_format($most)];
        $repairs[] = "Its {$field} {$was} longer than {$number} characters and {$was} cut.";

        return mb_substr($text, 0, $most - 1).'…';
    }

    /** @param  list<string>  $repairs */
    public static function link(string $link, array &$repairs): string
    {
        if (EntryFields::all()['link']->allows($link)) {
            return $link;
        }
        $most = number_format(self::most('link'));
        $repairs[] = "Its link was left out: one begins with http:// or https://, and has up to {$most} characters.";

        return '';
    }

    /**
     * @param  array<string>  $labels
     * @param  list<string>  $repairs
     * @return list<string>
     */
    public static function labels(array $labels, array &$repairs): array
    {
        $type = EntryFields::all()['labels']->type;
        assert($type instanceof Listed && $type->of instanceof Text);
        $kept = [];
        foreach ($labels as $label) {
            $label = trim($label);
            if (mb_strlen($label) > $type->of->most) {
                $repairs[] = "A label was longer than {$type->of->most} characters and was cut.";
                $label = mb_substr($label, 0, $type->of->most - 1).'…';
            }
            if ($label !== '' && ! in_array($label, $kept, true)) {
                $kept[] = $label;
            }
        }
        if (count($kept) > $type->most) {
            $repairs[] = "It had more than {$type->most} labels; the first {$type->most} were taken.";
        }

        return array_slice($kept, 0, $type->most);
    }

    private static function most(string $field): int
    {
        $type = EntryFields::all()[$field]->type;
        assert($type instanceof Text);

        return $type->most;
    }
}
