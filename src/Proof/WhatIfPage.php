<?php

declare(strict_types=1);

namespace Vorhut\App\Proof;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\HttpFoundation\InputBag;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Entity\Variant;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\JobReading;
use Vorhut\App\Plan\Rights;
use Vorhut\App\Web\LocalTime;
use Vorhut\App\Web\Sentence;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Next;
use Vorhut\App\Web\View\Post;
use Vorhut\App\Web\Words;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\PartyNames;
use Vorhut\Core\Record\InvalidFile;
use Vorhut\Core\Repair\Candidate;
use Vorhut\Core\Repair\Repair;
use Vorhut\Core\Repair\RepairSearch;
use Vorhut\Core\Repair\Responsible;
use Vorhut\Core\Repair\WhatIf;

/** Tries changes on a copy and shows which intents turn, before anything is kept. */
final readonly class WhatIfPage
{
    private const MAX_STRIPS = 40;
    private const MAX_NAMES = 600;

    public function __construct(
        private JobReading $reading,
        private Rights $rights,
        private EntityManagerInterface $em,
        private Security $security,
        private UrlGeneratorInterface $urls,
    ) {}

    /** @param InputBag<string> $query what is tried, and the thing that something else is to be tried on */
    public function show(JobContext $context, InputBag $query): WhatIfView
    {
        $names = new PartyNames($context->job);
        $trials = Trials::fromInput($query);
        $thing = $query->getString('thing');
        $on = $query->getString('on');
        $tried = null;
        $error = '';
        try {
            $tried = $trials->isEmpty() ? null : $this->tried($context, $trials);
            $on = '' === $thing ? $on : self::thing($context->job, $names->read($thing));
        } catch (InvalidValue $e) {
            $error = $e->getMessage();
        } catch (InvalidFile $e) {
            $error = implode(' ', array_map(Sentence::fromError(...), $e->errors));
        }
        $refused = '' === $error ? '' : $query->getString('field');
        $forms = TrialForms::forms($context->job, $on);
        if ('' !== $refused && !\in_array($refused, array_column($forms, 'field'), true)) {
            $forms[] = ['field' => $refused, 'label' => $refused, 'now' => '', 'fields' => []];
        }
        // What was refused is looked at first.
        usort($forms, static fn (array $a, array $b): int => ($b['field'] === $refused) <=> ($a['field'] === $refused));
        $slug = $context->stored->getSlug();
        // What was refused stands in its form again, not among what is tried.
        $kept = '' === $refused ? $trials->texts() : $trials->without(\count($trials->all) - 1);

        return new WhatIfView(
            drop: new Link('Discard', $this->urls->generate('proof', ['slug' => $slug]), 'd'),
            error: $error,
            url: $this->urls->generate('what_if', ['slug' => $slug]),
            trials: $kept,
            listed: $this->listed($context, $kept, $names),
            thing: '' === $thing && '' !== $on ? $names->name(str_replace('router:', 'device:', $on)) : $thing,
            names: $names->all(self::MAX_NAMES),
            on: $on,
            forms: $forms,
            refused: $refused,
            value: \is_string($query->all()['value'] ?? null) && '' !== $error ? $query->getString('value') : '',
            prefixes: self::prefixes($context->job),
            next: null === $tried ? null : $this->next($context, $tried, $kept),
            tried: null !== $tried,
            strips: $this->strips($context, $tried),
            variantUrl: $this->security->isGranted('ROLE_TECHNICIAN') ? $this->urls->generate('variant_keep', ['slug' => $slug]) : null,
            variants: $this->variants($context),
        );
    }

    /** @throws InvalidValue unless it can be changed */
    private static function thing(Job $job, string $party): string
    {
        [$kind, $id] = explode(':', $party, 2);
        if ('device' === $kind && isset($job->routers[$id])) {
            return 'router:'.$id;
        }

        return 'device' === $kind || 'segment' === $kind
            ? $party
            : throw new InvalidValue($party, 'a device, router or segment', 'Choose one from the list.');
    }

    private function tried(JobContext $context, Trials $trials): ?Repair
    {
        if ([] === $trials->all) {
            return null;
        }
        $change = WhatIf::together($context->job, $trials->all);
        $search = new RepairSearch($context->job, $this->reading->proof($context->stored));

        return $search->tried(new Candidate($change, $change->title, Responsible::Us));
    }

    /**
     * @param list<string> $texts
     *
     * @return list<array{text: string, dropUrl: string}>
     */
    private function listed(JobContext $context, array $texts, PartyNames $names): array
    {
        $trials = Trials::read($texts);
        $listed = [];
        foreach ($trials->all as $number => [$on, $field, $value]) {
            $kind = strtok($on, ':');
            $listed[] = [
                'text' => \sprintf(
                    '%s, %s: %s',
                    (string) preg_replace('/ \([^)]*\)$/', '', $names->name(str_replace('router:', 'device:', $on))),
                    WhatIf::FIELDS[$kind][$field] ?? $field,
                    '' === $value ? 'none' : $context->job->segments[$value]->name ?? $value,
                ),
                'dropUrl' => $this->urls->generate('what_if', ['slug' => $context->stored->getSlug(), 'try' => $trials->without($number)]),
            ];
        }

        return $listed;
    }

    /** @param list<string> $texts */
    private function next(JobContext $context, Repair $tried, array $texts): Next
    {
        $failing = $this->reading->proof($context->stored)->failingCount();
        $after = $failing - $tried->mends + $tried->breaks;
        $leaks = $tried->leaks > 0 ? ', and opens connections that must be blocked' : '';
        $effect = '%d pairs fail now, %d with the change: %d fixed, %d broken%s.';
        $values = ['version' => $context->revision];
        foreach ($texts as $number => $text) {
            $values['try['.$number.']'] = $text;
        }
        $url = $this->urls->generate('what_if_keep', ['slug' => $context->stored->getSlug()]);
        $keep = new Post('Apply to plan', $url, $values, 'k', main: $tried->isWorthwhile());

        return new Next(
            $tried->sentence,
            \sprintf($effect, $failing, $after, $tried->mends, $tried->breaks, $leaks),
            $this->rights->allow($context->stored, $tried->change) ? $keep : null,
        );
    }

    /** @return list<EffectStrip> all pairs first; then the intents that change, or those that fail where nothing is tried */
    private function strips(JobContext $context, ?Repair $tried): array
    {
        $report = $this->reading->proof($context->stored);
        $slug = $context->stored->getSlug();
        $strips = [new EffectStrip(
            name: 'All pairs',
            url: $this->urls->generate('proof', ['slug' => $slug]),
            expect: '',
            pairs: $report->pairCount(),
            failing: $report->failingCount(),
            mends: $tried->mends ?? 0,
            breaks: $tried->breaks ?? 0,
        )];
        foreach ($report->intents as $prediction) {
            $intent = $prediction->intent;
            $turns = $tried->intents[$intent->id] ?? null;
            if (null === $tried ? 0 === $prediction->failingCount() : null === $turns) {
                continue;
            }
            $strips[] = new EffectStrip(
                name: $intent->name,
                url: $this->urls->generate('proof', ['slug' => $slug, 'intent' => $intent->id]).'#intent',
                expect: str_replace('-', ' ', $intent->expect->value),
                pairs: $prediction->count(),
                failing: $prediction->failingCount(),
                mends: $turns['mends'] ?? 0,
                breaks: $turns['breaks'] ?? 0,
            );
        }

        return \array_slice($strips, 0, self::MAX_STRIPS);
    }

    /** @return array<string, string> name of the network by prefix */
    private static function prefixes(Job $job): array
    {
        $prefixes = [];
        foreach ($job->segments as $segment) {
            foreach ($segment->subnets as $subnet) {
                $prefixes[(string) $subnet->prefix] = $segment->name;
            }
        }

        return $prefixes;
    }

    /** @return list<array{name: string, url: string, said: string, drop: Post|null}> */
    private function variants(JobContext $context): array
    {
        $slug = $context->stored->getSlug();
        $mayDrop = $this->security->isGranted('ROLE_TECHNICIAN');
        $variants = [];
        foreach ($this->em->getRepository(Variant::class)->findBy(['job' => $context->stored], ['id' => 'DESC']) as $variant) {
            $drop = $this->urls->generate('variant_drop', ['slug' => $slug, 'id' => $variant->getId()]);
            $variants[] = [
                'name' => $variant->getName(),
                'url' => $this->urls->generate('what_if', ['slug' => $slug, 'try' => $variant->getTrials()]),
                'said' => \sprintf(
                    '%s, %s, %s',
                    Words::count(\count($variant->getTrials()), 'change'),
                    $variant->getUser()?->getDisplayName() ?? 'somebody',
                    LocalTime::short($variant->getAt(), $context->stored->getTimezone()),
                ),
                'drop' => $mayDrop ? new Post('discard', $drop, spoken: ' '.$variant->getName(), small: true) : null,
            ];
        }

        return $variants;
    }
}
