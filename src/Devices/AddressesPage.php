<?php

declare(strict_types=1);

namespace Vorhut\App\Devices;

use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Next;
use Vorhut\App\Web\View\Post;
use Vorhut\Core\Planning\BlockBy;
use Vorhut\Core\Planning\PlanProposal;
use Vorhut\Core\Planning\ProposedAddress;
use Vorhut\Core\Planning\Unplaced;

/** Shows the addresses that are proposed for units without one. */
final readonly class AddressesPage
{
    private const MAX_UNPLACED = 100;

    public function __construct(private Security $security, private UrlGeneratorInterface $urls) {}

    public function show(JobContext $context, PlanProposal $proposal, BlockBy $by): AddressesView
    {
        $editor = $this->security->isGranted('ROLE_TECHNICIAN');
        $other = BlockBy::Kind === $by ? BlockBy::Location : BlockBy::Kind;
        $offer = $proposal->changeSet($context->job)->fingerprint();
        $values = ['by' => $by->value, 'version' => $context->revision, 'offer' => $offer];
        $accept = new Post('Assign selected addresses', $this->url('addresses_accept', $context), $values, 't', main: true);
        $rows = array_map(static fn (ProposedAddress $p): array => [
            'device' => $p->device,
            'name' => $context->job->devices[$p->device]->name,
            'segment' => $context->job->segments[$p->segment]->name,
            'address' => (string) $p->address,
            'gateway' => (string) $p->gateway,
            'reason' => $p->reason,
        ], $proposal->addresses);
        $unplaced = array_map(fn (Unplaced $u): array => [
            'name' => $context->job->devices[$u->device]->name,
            'url' => $this->url('devices', $context, ['sel' => $u->device]),
            'reason' => $u->reason,
        ], \array_slice($proposal->unplaced, 0, self::MAX_UNPLACED));

        return new AddressesView(
            summary: 'In blocks by '.self::word($by),
            next: $editor && [] !== $rows ? self::next($proposal) : null,
            accept: $editor ? $accept : null,
            rows: $rows,
            unplaced: $unplaced,
            actions: [
                new Link(\sprintf('By %s instead', self::word($other)), $this->url('addresses', $context, ['by' => $other->value])),
                new Link('Cancel', $this->url('devices', $context)),
            ],
        );
    }

    private static function next(PlanProposal $proposal): Next
    {
        $count = \count($proposal->addresses);
        $without = [] === $proposal->unplaced ? '' : \sprintf(', %d without an address', \count($proposal->unplaced));

        return new Next(
            \sprintf('%d address%s proposed%s', $count, 1 === $count ? '' : 'es', $without),
            'Existing addresses do not change. Undo restores the present plan.',
        );
    }

    private static function word(BlockBy $by): string
    {
        return BlockBy::Kind === $by ? 'kind' : 'place';
    }

    /** @param array<string, string> $more */
    private function url(string $route, JobContext $context, array $more = []): string
    {
        return $this->urls->generate($route, ['slug' => $context->stored->getSlug(), ...$more]);
    }
}
