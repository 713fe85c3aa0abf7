<?php

declare(strict_types=1);

namespace Vorhut\App\Vault;

/** The vault cannot be opened, and what to do about it. Nothing else depends on it. */
final class VaultClosed extends \RuntimeException
{
    private const NO_KEY = 'The key of the vault is not there (%s). Put the file back from its own backup: nothing else is lost.';
    private const OTHER_KEY = '"%s" was sealed with another key than the one that is there. Put that key back, or make a new one.';

    public static function noKey(string $file): self
    {
        return new self(\sprintf(self::NO_KEY, $file));
    }

    public static function badKey(string $file): self
    {
        return new self(\sprintf('The key file %s is damaged. Put it back from its own backup: nothing else is lost.', $file));
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
