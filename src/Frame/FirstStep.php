<?php

declare(strict_types=1);

namespace Vorhut\App\Frame;

use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Next;

/** What to do first in a job that is still empty, on every page that has nothing better to say. */
final readonly class FirstStep
{
    public function __construct(private Security $security, private UrlGeneratorInterface $urls) {}

    /** @param string $stop the section at hand: it says itself how it begins */
    public function next(JobContext $context, string $stop): ?Next
    {
        if ([] !== $context->job->devices) {
            return null;
        }
        $isWithoutNetworks = [] === $context->job->segments;
        if ('devices' === $stop || ($isWithoutNetworks && 'networks' === $stop)) {
            return null;
        }
        $mayPlan = $this->security->isGranted('ROLE_LEAD');
        $url = $this->urls->generate($isWithoutNetworks ? 'networks' : 'list', ['slug' => $context->stored->getSlug()]);

        return $isWithoutNetworks
            ? new Next(
                'Nothing is planned yet: begin with the networks',
                'Devices get their addresses from them.',
                $mayPlan ? new Link('Open Networks', $url, 't', main: true) : null,
            )
            : new Next(
                'No device is planned yet',
                'Paste your list: one name per line is enough to begin; addresses are proposed.',
                $mayPlan ? new Link('Paste a list', $url, 't', main: true) : null,
            );
    }
}
