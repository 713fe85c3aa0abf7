<?php

declare(strict_types=1);

namespace Vorhut\Field\Net;

use Vorhut\Core\Net\MacAddress;

/** The MAC addresses of neighbours that this machine has spoken with lately, as its kernel lists them (Linux, proc(5)). */
final class Neighbours
{
    private const TABLE = '/proc/net/arp';
    /** The flag of an entry that is complete (if_arp.h). */
    private const COMPLETE = 0x2;

    /** @return array<string, MacAddress> by address; none where the kernel shows no such list */
    public static function now(): array
    {
        return is_readable(self::TABLE) ? self::read((string) file_get_contents(self::TABLE)) : [];
    }

    /** @return array<string, MacAddress> by address */
    public static function read(string $table): array
    {
        $neighbours = [];
        foreach (\array_slice(explode("\n", $table), 1) as $line) {
            $fields = preg_split('/\s+/', trim($line));
            $isComplete = \is_array($fields) && \count($fields) >= 6 && 0 !== ((int) hexdec(substr($fields[2], 2)) & self::COMPLETE);
            $mac = $isComplete ? MacAddress::tryFrom($fields[3]) : null;
            if (null !== $mac && '000000000000' !== $mac->digits) {
                $neighbours[$fields[0]] = $mac;
            }
        }

        return $neighbours;
    }
}
