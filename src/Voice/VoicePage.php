<?php

declare(strict_types=1);

namespace Vorhut\App\Voice;

use Symfony\Bundle\SecurityBundle\Security;
use Vorhut\App\Frame\FindingLines;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\JobReading;
use Vorhut\App\Web\View\FormField;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Next;
use Vorhut\App\Web\Words;
use Vorhut\Core\Findings\Finding;
use Vorhut\Core\Intent\RegistrationPaths;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\Extension;
use Vorhut\Core\Job\ExtensionKind;
use Vorhut\Core\Job\Hours;
use Vorhut\Core\Job\NumberBlock;
use Vorhut\Core\Job\NumberCode;
use Vorhut\Core\Job\Trunk;
use Vorhut\Core\Job\VoiceRoute;
use Vorhut\Core\Voice\Dialler;
use Vorhut\Core\Voice\DialQuery;
use Vorhut\Core\Voice\NumberStrip;
use Vorhut\Core\Voice\VoicePlan;

/** Shows numbers, trunks and routes, and what becomes of a number. */
final readonly class VoicePage
{
    /** Attendants that are drawn. */
    private const MAX_MENUS = 6;

    public function __construct(
        private JobReading $reading,
        private FindingLines $findings,
        private DialDrawing $drawing,
        private VoiceRows $rows,
        private VoiceLinks $links,
        private Security $security,
    ) {}

    /** @param array<string, string> $asked from, number, header, at: what was asked to be dialled */
    public function show(JobContext $context, array $asked): VoiceView
    {
        $plan = new VoicePlan($context->job);
        $findings = $this->reading->digest($context->stored)->findingsAt('voice');
        $wrong = self::wrong($findings);
        $dialled = null;
        $error = '';
        if ('' !== ($asked['number'] ?? '')) {
            try {
                $network = $this->reading->prover($context->stored)->network;
                $dialler = new Dialler($plan, new RegistrationPaths($context->job, $network));
                $dialled = $this->drawing->draw($context, $dialler, self::query($context, $asked));
            } catch (InvalidValue $e) {
                $error = $e->getMessage();
            }
        }
        $routes = $this->rows->routes($context, $plan, $wrong, $dialled);
        $menus = array_filter($context->job->extensions, static fn (Extension $e): bool => ExtensionKind::Attendant === $e->kind);

        return new VoiceView(
            summary: \sprintf(
                '%s, %s, %s',
                Words::count(\count($context->job->extensions), 'extension'),
                Words::count(\count($plan->trunks), 'trunk'),
                Words::count(\count($context->job->all(VoiceRoute::class)), 'route'),
            ),
            actions: $this->actions($context),
            next: $this->next($context, $findings),
            dialFields: $this->dialFields($context, $plan, $asked),
            dialUrl: $this->links->to($context, 'voice'),
            dialled: $dialled,
            dialError: $error,
            strip: $this->strip($context),
            help: $this->rows->help($plan),
            out: $routes['out'],
            in: $routes['in'],
            trunks: $this->rows->trunks($context, $plan, $wrong),
            menus: array_map(
                fn (Extension $e): MenuView => $this->rows->menu($context, $plan, $e),
                \array_slice(array_values($menus), 0, self::MAX_MENUS),
            ),
            lists: $this->lists($context),
            findings: $this->findings->all($context, $findings, 'voice'),
        );
    }

    /**
     * @param array<string, string> $asked
     *
     * @throws InvalidValue
     */
    private static function query(JobContext $context, array $asked): DialQuery
    {
        [$kind, $id] = explode(':', ($asked['from'] ?? '').':', 2);
        $who = 'trunk' === $kind ? ['trunk' => rtrim($id, ':')] : ['from' => rtrim('' === $id ? $kind : $asked['from'] ?? '', ':')];
        $number = (string) preg_replace('/[\s().\/+-]+/', '', $asked['number'] ?? '');
        $more = array_filter(
            ['header' => 'trunk' === $kind ? $asked['header'] ?? '' : '', 'at' => $asked['at'] ?? ''],
            static fn (string $text): bool => '' !== $text,
        );

        return DialQuery::fromGiven([...$who, 'number' => $number, ...$more], $context->stored->getTimezone());
    }

    /**
     * @param array<string, string> $asked
     *
     * @return list<FormField>
     */
    private function dialFields(JobContext $context, VoicePlan $plan, array $asked): array
    {
        $who = ['' => ''];
        foreach ($context->job->extensions as $extension) {
            if (\in_array($extension->kind, [ExtensionKind::Sip, ExtensionKind::Analogue, ExtensionKind::Fax], true)) {
                $name = $extension->name === $extension->number ? '' : ' '.$extension->name;
                $who[$extension->number] = $extension->number.$name;
            }
        }
        foreach ($plan->trunks as $trunk) {
            $who['trunk:'.$trunk->id] = 'inbound, by '.$trunk->name;
        }
        $first = implode('', \array_slice(array_keys($who), 1, 1));
        $keys = ['inputmode' => 'tel', 'maxlength' => 40, 'key' => 'd'];
        $fields = [
            new FormField('from', 'From extension', $asked['from'] ?? $first, 'select', options: $who),
            new FormField('number', 'Number', $asked['number'] ?? '', technical: true, more: $keys),
        ];
        if ([] !== $context->job->all(Hours::class)) {
            $more = ['maxlength' => 25];
            $fields[] = new FormField(
                'at',
                'Date and time',
                $asked['at'] ?? '',
                technical: true,
                placeholder: 'in opening hours',
                more: $more,
            );
        }

        return $fields;
    }

    /** @return list<Link> */
    private function actions(JobContext $context): array
    {
        $actions = [
            new Link('Phones', $this->links->to($context, 'voice_phones'), 'h'),
            new Link('Calculators', $this->links->to($context, 'voice_sums'), 'm'),
            new Link('Call tests', $this->links->to($context, 'calls'), 'p'),
        ];
        if ($this->security->isGranted('ROLE_LEAD')) {
            $actions[] = new Link('List', $this->links->to($context, 'voice_list'), 'l');
            $actions[] = new Link('Add extensions in bulk', $this->links->to($context, 'voice_several'), 's');
            $actions[] = new Link('Add extension', $this->links->new($context, 'extensions'), 'n');
        }

        return $actions;
    }

    /** @param list<Finding> $findings */
    private function next(JobContext $context, array $findings): ?Next
    {
        if ([] === $context->job->extensions) {
            $action = new Link('Add extensions in bulk', $this->links->to($context, 'voice_several'), 's', main: true);

            return new Next('No extension is planned yet', 'Start with the phones: first extension, quantity, names.', $action);
        }
        $finding = $findings[0] ?? null;
        [$list, $id] = $finding->records[0] ?? ['', ''];

        return null === $finding ? null : new Next(
            $finding->title,
            $finding->advice,
            '' === $list ? null : new Link('Open record', $this->links->record($context, $list, $id), 'w', main: true),
        );
    }

    private function strip(JobContext $context): StripView
    {
        $strip = NumberStrip::fromJob($context->job);
        $rows = [];
        $counts = ['taken' => 0, 'free' => 0, 'clash' => 0];
        $record = substr($this->links->record($context, 'extensions', '0'), 0, -1);
        $new = $this->security->isGranted('ROLE_LEAD') ? $this->links->new($context, 'extensions').'?number=' : null;
        foreach ($strip->rows as $index => $row) {
            $cells = [];
            foreach ($row['cells'] as $n => $cell) {
                $counts[$cell->state] = ($counts[$cell->state] ?? 0) + 1;
                $isTaken = 'taken' === $cell->state || 'clash' === $cell->state;
                $cells[] = [
                    'x' => StripView::at($n),
                    'state' => $cell->state,
                    'title' => $cell->number.' '.$cell->said,
                    'url' => match (true) {
                        $isTaken => $record.$cell->number,
                        'free' === $cell->state && null !== $new => $new.$cell->number,
                        default => '',
                    },
                ];
            }
            $rows[] = ['name' => $row['name'], 'y' => 18 + $index * StripView::ROW, 'cells' => $cells];
        }

        return new StripView(rows: $rows, more: $strip->more, taken: $counts['taken'], free: $counts['free'], clashing: $counts['clash']);
    }

    /** @return list<Link> */
    private function lists(JobContext $context): array
    {
        $lists = [
            [Extension::class, 'extensions', 'Extensions'],
            [NumberBlock::class, 'blocks', 'Extension blocks'],
            [NumberCode::class, 'codes', 'Feature and service codes'],
            [Trunk::class, 'trunks', 'Trunks'],
            [VoiceRoute::class, 'routes', 'Routes'],
            [Hours::class, 'hours', 'Opening hours'],
        ];

        return array_map(fn (array $l): Link => new Link(
            \sprintf('%s %d', $l[2], \count($context->job->all($l[0]))),
            $this->links->to($context, 'records', ['list' => $l[1]]),
        ), $lists);
    }

    /**
     * @param list<Finding> $findings
     *
     * @return array<string, true> records that something is wrong with
     */
    private static function wrong(array $findings): array
    {
        $wrong = [];
        foreach ($findings as $finding) {
            foreach ($finding->records as [$list, $id]) {
                $wrong[$list.' '.$id] = true;
            }
        }

        return $wrong;
    }
}
