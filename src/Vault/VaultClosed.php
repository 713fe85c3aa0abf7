<?php

declare(strict_types=1);

namespace Vorhut\App\Vault;

/** The vault cannot be opened, and what to do about it. Nothing else depends on it. */
final class VaultClosed extends \RuntimeException
{
    private const NO_KEY = 'The vault key is missing (%s). Restore the file from its backup: nothing else is lost.';
    private const OTHER_KEY = '"%s" was encrypted with another key. Restore that key, or generate the secret again.';

    public static function noKey(string $file): self
    {
        return new self(\sprintf(self::NO_KEY, $file));
    }

    public static function badKey(string $file): self
    {
        return new self(\sprintf('The key file %s is damaged. Restore it from its backup: nothing else is lost.', $file));
    }

    public static function readByOthers(string $file): self
    {
        return new self(\sprintf('The key file %s can be read by others on this machine. chmod 600 it, then try again.', $file));
    }

    public static function otherKey(string $name): self
    {
        return new self(\sprintf(self::OTHER_KEY, $name));
    }
}
