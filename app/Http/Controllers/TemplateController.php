<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\Templates\ChangeTemplate;
use App\Actions\Templates\CopyWeek;
use App\Actions\Templates\KeepTemplate;
use App\Actions\Templates\StampTemplate;
use App\Http\Requests\Account;
use App\Http\Requests\CopyWeekRequest;
use App\Http\Requests\KeepTemplateRequest;
use App\Http\Requests\StampRequest;
use App\Http\Requests\TemplateRequest;
use App\Models\Template;
use App\Models\User;
use App\Queries\Templates\SingleEntries;
use App\Queries\Templates\StampPreview;
use App\Queries\Templates\TemplatesShown;
use App\Writing\WrittenMeanwhile;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;

/** Entries, days and weeks that are kept to be stamped again; and a week that is like the one before. */
final class TemplateController
{
    public function index(Request $request, TemplatesShown $templates): JsonResponse
    {
        return response()->json(['templates' => $templates->all(Account::of($request))]);
    }

    public function keep(KeepTemplateRequest $request, KeepTemplate $templates): JsonResponse
    {
        $chosen = $request->chosen();
        assert($chosen !== []);

        return response()->json(
            [
                'id' => $templates->keep(Account::of($request), $request->kind(), $request->name(), $chosen, $request->first())
                    ->id,
            ],
            201,
        );
    }

    public function change(TemplateRequest $request, string $template, ChangeTemplate $templates): Response
    {
        $user = Account::of($request);
        $found = self::template($user, $template);
        if ($request->version() !== null && $request->version() !== $found->version) {
            throw new WrittenMeanwhile();
        }
        $templates->change(
            $user,
            $found,
            $request->name(),
            $request->parts(),
            $request->boolean('follow'),
        );

        return response()->noContent();
    }

    public function remove(Request $request, string $template, ChangeTemplate $templates): Response
    {
        $user = Account::of($request);
        $templates->remove($user, self::template($user, $template));

        return response()->noContent();
    }

    public function preview(StampRequest $request, string $template, StampPreview $preview): JsonResponse
    {
        $user = Account::of($request);

        return response()->json(['parts' => $preview->of($user, self::template($user, $template), $request->dates())]);
    }

    public function stamp(StampRequest $request, string $template, StampTemplate $templates): JsonResponse
    {
        $user = Account::of($request);
        $found = self::template($user, $template);
        $place = $request->place();
        $made = match (true) {
            $place !== null => [$templates->entry($user, $found, $place)],
            $request->weeks() > 0 => $templates->every(
                $user,
                $found,
                $request->dates()[0],
                $request->weeks(),
                $request->last(),
                $request->season(),
                $request->withoutParts(),
            ),
            default => $templates->on($user, $found, $request->dates(), $request->without()),
        };

        return response()->json(['entries' => array_column($made, 'id')], 201);
    }

    public function week(Request $request, string $date, SingleEntries $entries): JsonResponse
    {
        $user = Account::of($request);

        return response()->json(['entries' => $entries->preview($user, CopyWeekRequest::week($user, $date))]);
    }

    public function copyWeek(CopyWeekRequest $request, string $date, CopyWeek $weeks): JsonResponse
    {
        $user = Account::of($request);

        return response()->json(['copied' => $weeks->copy($user, CopyWeekRequest::week($user, $date), $request->ids())]);
    }

    private static function template(User $user, string $id): Template
    {
        return $user->templates()->whereKey($id)->firstOrFail();
    }
}
