<?php

declare(strict_types=1);

namespace Vorhut\Core\Scan;

use Vorhut\Core\Net\MacAddress;

/** What stands in a code on a sticker: a MAC, a serial number, or both among other words. */
final readonly class Sticker
{
    private const MAC = '/(?<![0-9a-f])(?:[0-9a-f]{2}[:-]){5}[0-9a-f]{2}(?![0-9a-f])|(?<![0-9a-z])[0-9a-f]{12}(?![0-9a-z])/i';
    private const SHORTEST_SERIAL = 4;
    private const LONGEST = 500;

    /**
     * @param list<MacAddress> $macs
     * @param list<string> $words that may be a serial number, the whole text first
     */
    private function __construct(public string $text, public array $macs, public array $words) {}

    public static function fromText(string $text): self
    {
        $text = mb_substr(trim($text), 0, self::LONGEST);
        $macs = [];
        preg_match_all(self::MAC, $text, $found);
        foreach ($found[0] as $match) {
            $mac = MacAddress::tryFrom($match);
            if (null !== $mac) {
                $macs[$mac->digits] = $mac;
            }
        }
        $parts = preg_split('/[\s;,|=&?]+/', $text, -1, \PREG_SPLIT_NO_EMPTY);
        $words = [];
        foreach ([$text, ...false === $parts ? [] : $parts] as $word) {
            // A label in front, such as "S/N:".
            foreach ([$word, (string) preg_replace('~^.*[:/]~', '', $word)] as $one) {
                if (mb_strlen($one) >= self::SHORTEST_SERIAL && null === MacAddress::tryFrom($one)) {
                    $words[$one] = true;
                }
            }
        }

        return new self($text, array_values($macs), array_map(strval(...), array_keys($words)));
    }
}
