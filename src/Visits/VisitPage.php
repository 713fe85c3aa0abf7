<?php

declare(strict_types=1);

namespace Vorhut\App\Visits;

use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Entity\LeftOpen;
use Vorhut\App\Entity\SignedState;
use Vorhut\App\Entity\Visit;
use Vorhut\App\Entity\VisitFile;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\Rights;
use Vorhut\App\SignOff\DriftLine;
use Vorhut\App\SignOff\HandOvers;
use Vorhut\App\Web\LocalTime;
use Vorhut\App\Web\View\FormField;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Post;
use Vorhut\App\Web\Words;
use Vorhut\Core\HandOver\ProofDrift;
use Vorhut\Core\Intent\PairVerdict;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Visit\UnitDrift;
use Vorhut\Core\Visit\UnitMarks;

/** Shows what one visit found: units, then intents, that are not as they were left; and the files that were kept. */
final readonly class VisitPage
{
    /** Units that are named, of those that could not be compared. */
    private const NAMED = 4;
    private const MAX_PAIRS = 8;
    private const MAX_UNITS = 400;
    private const DIGITS = 16;

    public function __construct(
        private Visits $visits,
        private HandOvers $handOvers,
        private Rights $rights,
        private Security $security,
        private UrlGeneratorInterface $urls,
    ) {}

    public function show(JobContext $context, Visit $visit): VisitView
    {
        $signed = $this->visits->signed($visit);
        $accepted = $this->handOvers->accepted($context->stored);
        $units = array_map(
            fn (UnitDrift $d): DriftLine => $this->unit($context, $visit, $d, $accepted),
            $this->visits->drift($context, $visit),
        );
        $intents = [];
        foreach ($this->turned($visit) as $intent => $pairs) {
            $intents[] = $this->intent($context, (string) $intent, $pairs, $accepted);
        }
        $answered = \count(array_filter($visit->getUnits(), static fn (UnitMarks $m): bool => $m->answers));
        $editor = $this->security->isGranted('ROLE_TECHNICIAN');
        $count = \count($units) + \count($intents);

        return new VisitView(
            title: 'Visit '.LocalTime::full($visit->getAt(), $context->stored->getTimezone()),
            summary: 0 === $count ? 'no changes since hand-over' : Words::count($count, 'item', 'items').' changed since hand-over',
            actions: [
                new Link('Hand-over', $this->url('hand-over', $context), 'h'),
                ...$this->toSigned($context, $signed),
            ],
            facts: [
                ['By', $visit->getUser()?->getDisplayName() ?? 'somebody'],
                ['Where', $visit->isOnSite() ? 'on site' : 'in the lab'],
                ['Devices', \sprintf('%d of %d replied', $answered, \count($visit->getUnits()))],
                ...$this->uncompared($context, $visit),
                ['Note', '' === $visit->getNote() ? 'none' : $visit->getNote()],
            ],
            units: $units,
            intents: $intents,
            acceptUrl: $this->url('visit_accept', $context, ['id' => $visit->getId()]),
            files: $this->files($context, $visit, $editor),
            fields: $editor ? self::fields($context) : [],
            keepUrl: $this->url('visit_keep', $context, ['id' => $visit->getId()]),
            since: null === $signed ? 'There was no signature before.' : 'Compared with the state signed on '
                .LocalTime::full($signed->getAt(), $context->stored->getTimezone()).'.',
        );
    }

    /** @return list<array{string, string}> what could not be held against anything, and is written down for the next time */
    private function uncompared(JobContext $context, Visit $visit): array
    {
        $said = [];
        foreach ($this->visits->uncompared($context, $visit) as $what => $names) {
            $some = implode(', ', \array_slice($names, 0, self::NAMED)).(\count($names) > self::NAMED ? ' …' : '');
            $said[] = \sprintf('%s of %s (%s)', $what, Words::count(\count($names), 'device'), $some);
        }

        return [] === $said ? [] : [['Could not be compared', implode('; ', $said).'. Recorded now, for the next visit.']];
    }

    /** @return list<Link> */
    private function toSigned(JobContext $context, ?SignedState $signed): array
    {
        return null === $signed ? [] : [new Link('What was signed', $this->url('signed_state', $context, ['id' => $signed->getId()]), 's')];
    }

    /** @return list<string> what can be accepted of it */
    public function keys(JobContext $context, Visit $visit): array
    {
        $keys = array_map(static fn (UnitDrift $d): string => $d->key, $this->visits->drift($context, $visit));
        foreach ($this->turned($visit) as $intent => $pairs) {
            $keys[] = self::key((string) $intent, $pairs);
        }

        return $keys;
    }

    /** @return array<array-key, array<string, array{was: PairVerdict, is: PairVerdict}>> pairs seen otherwise than signed, by intent */
    private function turned(Visit $visit): array
    {
        $signed = $this->visits->signed($visit);
        $turned = [];
        foreach (null === $signed ? [] : ProofDrift::between($signed->getSeen(), $visit->getSeen()) as $key => $spans) {
            [$intent, $pair] = explode(' ', $key, 2);
            $turned[$intent][$pair] = $spans;
        }

        return $turned;
    }

    /** @param array<string, array{was: PairVerdict, is: PairVerdict}> $pairs */
    private static function key(string $intent, array $pairs): string
    {
        $is = array_map(static fn (array $spans): string => $spans['is']->value, $pairs);

        return \sprintf('intent %s %s', $intent, hash('xxh128', serialize($is)));
    }

    /** @param array<string, LeftOpen> $accepted */
    private function unit(JobContext $context, Visit $visit, UnitDrift $drift, array $accepted): DriftLine
    {
        $left = $accepted[$drift->key] ?? null;
        $mayTake = null !== $drift->take && $this->rights->allow($context->stored, new ChangeSet('', [$drift->take]));
        $url = $this->url('visit_take', $context, ['id' => $visit->getId()]);
        $values = ['item' => $drift->key, 'version' => $context->revision];

        return new DriftLine(
            key: $drift->key,
            title: $drift->name,
            is: $drift->what.' '.$drift->advice,
            url: $this->url('bench_device', $context, ['id' => $drift->unit]),
            changes: [],
            reason: $left?->getReason() ?? '',
            who: HandOvers::who($context->stored, $left),
            back: $mayTake ? new Post('Apply to the plan', $url, $values, spoken: ': '.$drift->name) : null,
            mayAccept: $this->security->isGranted('ROLE_LEAD'),
        );
    }

    /**
     * @param array<string, array{was: PairVerdict, is: PairVerdict}> $pairs
     * @param array<string, LeftOpen> $accepted
     */
    private function intent(JobContext $context, string $intent, array $pairs, array $accepted): DriftLine
    {
        $item = self::key($intent, $pairs);
        $left = $accepted[$item] ?? null;
        $changes = [];
        foreach (\array_slice($pairs, 0, self::MAX_PAIRS) as $pair => ['was' => $was, 'is' => $is]) {
            [$from, $to] = [...explode('>', $pair, 2), ''];
            $changes[] = \sprintf('%s to %s: %s → %s', $context->job->nameOf($from), $context->job->nameOf($to), $was->word(), $is->word());
        }
        $more = \count($pairs) - \count($changes);

        return new DriftLine(
            key: $item,
            title: $context->job->intents[$intent]->name ?? $intent,
            is: Words::count(\count($pairs), 'pair').' with another result',
            url: $this->url('proof', $context, ['intent' => $intent, 'pair' => (string) array_key_first($pairs)]),
            changes: $more > 0 ? [...$changes, \sprintf('and %d more', $more)] : $changes,
            reason: $left?->getReason() ?? '',
            who: HandOvers::who($context->stored, $left),
            back: null,
            mayAccept: $this->security->isGranted('ROLE_LEAD'),
        );
    }

    /** @return list<array{unit: string, name: string, about: string, hash: string, link: Link|null}> */
    private function files(JobContext $context, Visit $visit, bool $editor): array
    {
        $rows = [];
        $last = [];
        foreach ($this->visits->files($context->stored) as $file) {
            if ($file->getVisit()->getId() > $visit->getId()) {
                break;
            }
            if ($file->getVisit() === $visit) {
                $rows[] = $this->file(
                    context: $context,
                    visit: $visit,
                    file: $file,
                    last: $last[$file->getDevice()] ?? null,
                    editor: $editor,
                );
            }
            $last[$file->getDevice()] = $file->getHash();
        }

        return $rows;
    }

    /** @return array{unit: string, name: string, about: string, hash: string, link: Link|null} */
    private function file(JobContext $context, Visit $visit, VisitFile $file, ?string $last, bool $editor): array
    {
        $url = $this->url('visit_file', $context, ['id' => $visit->getId(), 'file' => $file->getId()]);

        return [
            'unit' => $context->job->devices[$file->getDevice()]->name ?? $file->getDevice(),
            'name' => $file->getName(),
            'about' => match (true) {
                null === $last => 'first backup',
                $last === $file->getHash() => 'same as the previous backup',
                default => 'differs from the previous backup',
            },
            'hash' => substr($file->getHash(), 0, self::DIGITS).'…',
            'link' => $editor ? new Link('Export', $url) : null,
        ];
    }

    /** @return list<FormField> */
    private static function fields(JobContext $context): array
    {
        $units = [];
        foreach (\array_slice($context->job->devices, 0, self::MAX_UNITS, true) as $device) {
            $units[$device->id] = $device->name;
        }

        return [
            new FormField('device', 'Device', (string) array_key_first($units), 'select', options: $units),
            new FormField('file', 'Configuration file', control: 'file'),
        ];
    }

    /** @param array<string, string|int> $more */
    private function url(string $route, JobContext $context, array $more = []): string
    {
        return $this->urls->generate($route, ['slug' => $context->stored->getSlug(), ...$more]);
    }
}
