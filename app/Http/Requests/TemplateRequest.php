<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;

/** A template as it is to be, and whether those that were stamped from it follow. */
final class TemplateRequest extends FormRequest
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        return [
            'name' => ['sometimes', 'required', 'string', RulesOf::limit('templates', 'name')],
            'parts' => ['sometimes', 'list', 'min:1', RulesOf::limit('templates', 'parts')],
            'parts.*.part' => ['required', 'integer', RulesOf::limit('templates', 'parts', 'part')],
            'parts.*.at' => ['present', 'nullable', 'integer', RulesOf::limit('templates', 'parts', 'at')],
            'parts.*.length' => ['required', 'integer', RulesOf::limit('templates', 'parts', 'length')],
            'parts.*.title' => ['required', 'string', RulesOf::limit('entries', 'title')],
            'follow' => ['sometimes', 'boolean'],
            'version' => ['sometimes', 'integer'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'name.required' => 'A template needs a name, by which it is found again.',
            'parts.min' => 'Nothing would be left of it. Take the template out instead.',
            'parts.*.title.required' => 'Give it a title.',
        ];
    }

    /** Of the template that was changed; null where nobody says. */
    public function version(): ?int
    {
        return $this->filled('version') ? $this->integer('version') : null;
    }

    public function name(): ?string
    {
        return $this->has('name') ? $this->string('name')->trim()->value() : null;
    }

    /** @return list<array{part: int, at: int|null, length: int, title: string}>|null */
    public function parts(): ?array
    {
        if (! $this->has('parts')) {
            return null;
        }
        $parts = [];
        foreach ($this->array('parts') as $one) {
            assert(is_array($one));
            $number = fn (string $name): int => is_numeric($one[$name] ?? null) ? (int) $one[$name] : 0;
            $parts[] = [
                'part' => $number('part'),
                'at' => ($one['at'] ?? null) === null ? null : $number('at'),
                'length' => $number('length'),
                'title' => is_string($one['title'] ?? null) ? $one['title'] : '',
            ];
        }

        return $parts;
    }
}
