<?php

declare(strict_types=1);

namespace Vorhut\App\HandOver;

use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Web\View\FormField;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Label\LabelSheet;
use Vorhut\Core\Label\MatrixCode;

/** A label for each unit: its name, address and MAC, and a code that leads to its page. */
final readonly class Labels
{
    /** Modules that stay light around a code (ISO/IEC 18004, clause 9.1). */
    private const QUIET = 4;
    /** Millimetres between the edge of a label and what is on it. */
    private const EDGE = 2.0;
    /** Labels in a file: it is there in a few seconds. */
    private const AT_ONCE = 240;

    public function __construct(private UrlGeneratorInterface $urls) {}

    /**
     * Which sheet, and which units where there are many.
     *
     * @return list<FormField>
     */
    public static function fields(Job $job): array
    {
        $sheets = [];
        foreach (LabelSheet::cases() as $sheet) {
            $sheets[$sheet->value] = $sheet->label();
        }
        $parts = [];
        foreach (array_chunk(array_values($job->devices), self::AT_ONCE) as $n => $devices) {
            $from = $n * self::AT_ONCE + 1;
            $last = $devices[array_key_last($devices)];
            $parts[$from] = \sprintf('%d to %d, %s to %s', $from, $from + \count($devices) - 1, $devices[0]->name, $last->name);
        }
        $fields = [new FormField('sheet', 'Paper', LabelSheet::TwentyFour->value, 'select', options: $sheets)];

        return \count($parts) > 1 ? [...$fields, new FormField(
            name: 'from',
            label: 'Devices',
            value: '1',
            control: 'select',
            options: $parts,
        )] : $fields;
    }

    /**
     * @param int $from number of the first unit, from 1
     * @param int $max units that follow
     */
    public function view(JobContext $context, LabelSheet $sheet, int $from, int $max = self::AT_ONCE): LabelsView
    {
        $devices = \array_slice(array_values($context->job->devices), max(0, $from - 1), $max);
        $labels = array_map(fn (Device $d): array => $this->label($context, $d), $devices);
        [$width, $height] = $sheet->size();
        $pages = [];
        foreach (array_chunk($labels, $sheet->perPage()) as $page) {
            $cells = [];
            foreach ($page as $n => $label) {
                [$left, $top] = $sheet->position($n);
                $cells[] = $label + ['left' => \sprintf('%.2fmm', $left), 'top' => \sprintf('%.2fmm', $top)];
            }
            $pages[] = $cells;
        }

        return new LabelsView(
            pages: $pages,
            width: \sprintf('%.2fmm', $width),
            height: \sprintf('%.2fmm', $height),
            code: \sprintf('%.2fmm', $height - 2 * self::EDGE),
            indent: \sprintf('%.2fmm', $height - self::EDGE),
            points: $height < 25 ? 5 : 8,
        );
    }

    /** @return array{code: string, name: string, address: string, mac: string, place: string} */
    private function label(JobContext $context, Device $device): array
    {
        $page = $this->urls->generate(
            'devices',
            ['slug' => $context->stored->getSlug(), 'sel' => $device->id],
            UrlGeneratorInterface::ABSOLUTE_URL,
        );

        return [
            'code' => 'data:image/svg+xml;base64,'.base64_encode(self::drawn(MatrixCode::encode($page))),
            'name' => $device->name,
            'address' => (string) ($device->primaryAddress()->address ?? 'no address yet'),
            'mac' => (string) ($device->interfaces[0] ?? null)?->mac,
            'place' => $context->job->locations[$device->location]->name ?? '',
        ];
    }

    /** @param list<list<bool>> $rows */
    private static function drawn(array $rows): string
    {
        $path = '';
        foreach ($rows as $y => $row) {
            $line = implode('', array_map(static fn (bool $isDark): string => $isDark ? '#' : ' ', $row));
            preg_match_all('/#+/', $line, $runs, \PREG_OFFSET_CAPTURE);
            foreach ($runs[0] as [$run, $x]) {
                $path .= \sprintf('M%1$d %2$dh%3$dv1h-%3$dz', $x + self::QUIET, $y + self::QUIET, \strlen($run));
            }
        }
        $size = \count($rows) + 2 * self::QUIET;

        return \sprintf(
            '<svg xmlns="http://www.w3.org/2000/svg" width="%1$d" height="%1$d" viewBox="0 0 %1$d %1$d"><path d="%2$s"/></svg>',
            $size,
            $path,
        );
    }
}
