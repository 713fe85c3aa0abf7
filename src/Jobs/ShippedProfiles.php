<?php

declare(strict_types=1);

namespace Vorhut\App\Jobs;

use Vorhut\Core\Profile\ProfileLibrary;
use Vorhut\Core\Record\Field\Slug;
use Vorhut\Core\Record\Json;

/** Reads the device profiles that come with the product. */
final class ShippedProfiles
{
    public static function load(?string $folder = null): ProfileLibrary
    {
        $folder ??= \dirname(__DIR__, 2).'/profiles';
        $texts = [];
        $files = glob($folder.'/*.json');
        foreach (false === $files ? [] : $files as $file) {
            $texts[basename($file)] = (string) file_get_contents($file);
        }

        return ProfileLibrary::fromJson($texts);
    }

    /** @return array<string, mixed>|null one as its file has it */
    public static function record(string $id): ?array
    {
        $file = \dirname(__DIR__, 2).'/profiles/'.$id.'.json';

        return Slug::is($id) && is_file($file) ? Json::object((string) file_get_contents($file)) : null;
    }
}
