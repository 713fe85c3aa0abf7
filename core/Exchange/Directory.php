<?php

declare(strict_types=1);

namespace Vorhut\Core\Exchange;

use Vorhut\Core\Job\Job;
use Vorhut\Core\Record\ContentLine;
use Vorhut\Core\Record\Field\PlainText;
use Vorhut\Core\Setting\Settings;

/** Whom one can call: names with the numbers and addresses that other systems dial. */
final readonly class Directory
{
    /** Characters of a quoted parameter (RFC 6868, section 3.1). */
    private const IN_PARAMETERS = ['^' => '^^', '"' => "^'"];
    private const ROOMS = ['room-codec', 'video-bar'];

    /** @param list<array{name: string, number: string, address: string, place: string, mail: string, device: string|null}> $entries by
     *     name; the device only where it has no number */
    private function __construct(public array $entries) {}

    public static function fromJob(Job $job): self
    {
        $entries = [];
        $settings = new Settings($job);
        foreach ($job->extensions as $extension) {
            $device = $job->devices[$extension->device] ?? null;
            $entries[] = [
                'name' => $extension->name,
                'number' => $extension->number,
                'address' => self::address($job, $settings, $extension->device),
                'place' => $job->locations[$extension->location ?? $device?->location]->name ?? '',
                'mail' => $extension->mail ?? '',
                'device' => null,
            ];
        }
        $numbered = array_column($job->extensions, 'device');
        foreach ($job->devices as $device) {
            $address = self::address($job, $settings, $device->id);
            if ('' !== $address && !\in_array($device->id, $numbered, true)) {
                $entries[] = [
                    'name' => $device->name,
                    'number' => '',
                    'address' => $address,
                    'place' => $job->locations[$device->location]->name ?? '',
                    'mail' => '',
                    'device' => $device->id,
                ];
            }
        }
        usort($entries, static fn (array $a, array $b): int => strnatcasecmp($a['name'].' '.$a['number'], $b['name'].' '.$b['number']));

        return new self($entries);
    }

    /** As cards that phones, codecs and address books read (RFC 6350; RFC 3966 for numbers). */
    public function vcard(): string
    {
        $cards = '';
        foreach ($this->entries as $entry) {
            $lines = ['BEGIN:VCARD', 'VERSION:4.0', 'FN:'.ContentLine::text($entry['name'])];
            foreach (self::lines($entry) as $line) {
                $lines[] = $line;
            }
            $cards .= implode('', array_map(ContentLine::folded(...), [...$lines, 'END:VCARD']));
        }

        return $cards;
    }

    /**
     * @param array{name: string, number: string, address: string, place: string, mail: string} $entry
     *
     * @return iterable<string>
     */
    private static function lines(array $entry): iterable
    {
        if ('' !== $entry['number']) {
            yield 'TEL;TYPE=work,voice:'.PlainText::line($entry['number']);
        }
        if ('' !== $entry['address']) {
            yield 'IMPP:sip:'.('' === $entry['number'] ? '' : $entry['number'].'@').PlainText::line($entry['address']);
        }
        if ('' !== $entry['mail']) {
            yield 'EMAIL:'.ContentLine::text($entry['mail']);
        }
        if ('' !== $entry['place']) {
            yield 'ADR;LABEL="'.strtr(PlainText::line($entry['place']), self::IN_PARAMETERS).'":;;;;;;';
        }
    }

    /** What others dial: of a room that is behind a translation the public address. */
    private static function address(Job $job, Settings $settings, ?string $id): string
    {
        $device = $job->devices[$id] ?? null;
        if (null === $device || !\in_array($device->profile, self::ROOMS, true)) {
            return '';
        }
        $public = $settings->value($device, 'public-address')?->text() ?? '';

        return '' === $public ? (string) $device->primaryAddress()?->address : $public;
    }
}
