<?php

declare(strict_types=1);

namespace Vorhut\App\Pairings;

use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Frame\FindingLines;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\JobReading;
use Vorhut\App\Web\View\Next;
use Vorhut\App\Web\Words;
use Vorhut\Core\Constraint\ConstraintChecks;
use Vorhut\Core\Setting\Settings;

/** Shows which devices work together, which lack a partner, and offers to make their settings match. */
final readonly class PairingsPage
{
    /** Groups beyond these are told and not drawn. */
    private const MAX_GROUPS = 40;
    private const RANK = ['broken' => 0, 'open' => 1, 'agrees' => 2];

    public function __construct(
        private JobReading $reading,
        private FindingLines $findings,
        private GroupDrawing $drawing,
        private ConstraintLines $constraints,
        private PairingForm $form,
        private Security $security,
        private UrlGeneratorInterface $urls,
    ) {}

    public function show(JobContext $context, string $selected): PairingsView
    {
        $settings = new Settings($context->job);
        $checks = new ConstraintChecks($settings);
        $groups = [];
        foreach (Groups::group($settings->couplings->all) as $group) {
            $groups[] = $this->drawing->draw($context, $checks, $group, $selected);
        }
        usort($groups, static fn (GroupView $a, GroupView $b): int => self::RANK[$a->state] <=> self::RANK[$b->state]);
        $isEditor = $this->security->isGranted('ROLE_TECHNICIAN');
        $missing = $this->form->missing($context, $isEditor);

        return new PairingsView(
            summary: self::summary(\count($settings->couplings->all), \count($checks->broken()), \count($missing)),
            next: $this->next($context, $checks, $missing),
            groups: \array_slice($groups, 0, self::MAX_GROUPS),
            missing: $missing,
            takeUrl: $this->url($context, 'pairing_add_missing'),
            fields: $isEditor ? $this->form->fields($context->job, $selected) : [],
            pageUrl: $this->url($context, 'pairings'),
            addUrl: $this->url($context, 'pairing_add'),
            version: $context->revision,
            findings: $this->findings->all($context, $this->reading->digest($context->stored)->findingsAt('pairings'), 'pairings'),
        );
    }

    private static function summary(int $pairings, int $broken, int $missing): string
    {
        return \sprintf(
            '%s, %s%s',
            Words::count($pairings, 'pairing'),
            0 === $broken ? 'all settings match' : Words::count($broken, 'setting does not match', 'settings do not match'),
            0 === $missing ? '' : ', '.Words::count($missing, 'partner is missing', 'partners are missing'),
        );
    }

    /** @param list<MissingView> $missing */
    private function next(JobContext $context, ConstraintChecks $checks, array $missing): ?Next
    {
        $proposed = array_filter($missing, static fn (MissingView $m): bool => null !== $m->partner);
        if ([] !== $proposed) {
            return new Next(
                Words::count(\count($proposed), 'device lacks a partner', 'devices lack a partner').' that the plan has',
                'Check the partners proposed below and pair them at once.',
            );
        }
        foreach ($checks->broken() as $state) {
            $mend = $state->mends[0] ?? null;
            $post = null === $mend
                ? null
                : $this->constraints->mend(context: $context, mend: $mend, text: 'Apply change', key: 't', isMain: true);

            return new Next($state->said(), null === $mend ? $state->tie->why : $mend->title.'.', $post);
        }

        return null;
    }

    private function url(JobContext $context, string $route): string
    {
        return $this->urls->generate($route, ['slug' => $context->stored->getSlug()]);
    }
}
