<?php

declare(strict_types=1);

namespace Vorhut\App\Plan;

use Psr\Cache\CacheItemPoolInterface;
use Symfony\Component\Cache\Adapter\PhpFilesAdapter;
use Vorhut\Core\Profile\DeviceProfile;
use Vorhut\Core\Profile\ProfileLibrary;
use Vorhut\Core\Record\Field\Slug;
use Vorhut\Core\Record\Json;

/** The device profiles that come with the product. */
final class ShippedProfiles
{
    private static ?ProfileLibrary $library = null;

    /** Read once a process. */
    public static function load(): ProfileLibrary
    {
        return self::$library ??= self::library(self::decoded(...));
    }

    /** What one request has read is kept for all others, where code is shared between processes. */
    public static function kept(CacheItemPoolInterface $kept): ProfileLibrary
    {
        if (!PhpFilesAdapter::isSupported()) {
            return self::load();
        }

        return self::library(static function (string $id, string $file) use ($kept): DeviceProfile {
            $item = $kept->getItem(\sprintf('%s-%d', $id, (int) filemtime($file)));
            $profile = $item->get();
            if (!$profile instanceof DeviceProfile) {
                $profile = self::decoded($id, $file);
                $kept->save($item->set($profile));
            }

            return $profile;
        });
    }

    /** @return array<string, mixed>|null one as its file has it */
    public static function record(string $id): ?array
    {
        $file = self::folder().'/'.$id.'.json';

        return Slug::is($id) && is_file($file) ? Json::object((string) file_get_contents($file)) : null;
    }

    /** @param \Closure(string, string): DeviceProfile $read of an id and its file */
    private static function library(\Closure $read): ProfileLibrary
    {
        $readers = [];
        $files = glob(self::folder().'/*.json');
        foreach (false === $files ? [] : $files as $file) {
            $id = basename($file, '.json');
            $readers[$id] = static fn (): DeviceProfile => $read($id, $file);
        }

        return ProfileLibrary::shipped($readers);
    }

    private static function decoded(string $id, string $file): DeviceProfile
    {
        return ProfileLibrary::decode($id.'.json', (string) file_get_contents($file));
    }

    private static function folder(): string
    {
        return \dirname(__DIR__, 2).'/profiles';
    }
}
