<?php

declare(strict_types=1);

namespace Vorhut\Core\Provision;

use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\Job;

/** A unit's file as the unit reads it: what stands where its template puts the values of its first number. */
final readonly class TakenFile
{
    /** Values that a unit registers with. */
    private const FIELDS = ['number', 'server', 'port', 'secret'];

    private function __construct(public string $number, public string $server, public int $port, public string $secret) {}

    /**
     * Null where the text is not that unit's file as it would be written now.
     *
     * @throws InvalidValue for a template that cannot be read
     */
    public static function read(FileRenderer $renderer, Job $job, PhoneFile $file, string $text): ?self
    {
        $lines = $secrets = [];
        foreach ($file->lines() as $n => $line) {
            foreach (self::FIELDS as $field) {
                $line[$field] = $field.$n.'mark';
            }
            $secrets[$line['number']] = $line['secret'];
            $lines[] = $line;
        }
        if ([] === $lines) {
            return null;
        }
        $marked = $renderer->render($job, $file->withLines($lines), $secrets);
        if (1 !== preg_match(self::pattern($marked), $text, $m)) {
            return null;
        }

        return new self($m['number0'] ?? '', $m['server0'] ?? '', (int) ($m['port0'] ?? '5060'), $m['secret0'] ?? '');
    }

    /** The text around the marks as it is, and anything on one line in their place, everywhere the same. */
    private static function pattern(string $marked): string
    {
        $pattern = '';
        $known = [];
        $mark = '/((?:'.implode('|', self::FIELDS).')\d+)mark/';
        $parts = preg_split($mark, $marked, -1, \PREG_SPLIT_DELIM_CAPTURE);
        foreach (false === $parts ? [] : $parts as $n => $part) {
            $pattern .= match (true) {
                0 === $n % 2 => preg_quote($part, '/'),
                isset($known[$part]) => '\k<'.$part.'>',
                default => '(?<'.$part.'>[^\r\n]{0,200}?)',
            };
            $known[$part] = true;
        }

        return '/\A'.$pattern.'\z/D';
    }
}
