<?php

declare(strict_types=1);

namespace Vorhut\App\Proof;

use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\Rights;
use Vorhut\App\Web\View\Next;
use Vorhut\App\Web\View\Post;
use Vorhut\App\Web\Words;
use Vorhut\Core\Repair\Repair;
use Vorhut\Core\Repair\Responsible;

/** Says what a repair does, and lets those who may make it. */
final readonly class RepairViews
{
    public function __construct(private Rights $rights, private UrlGeneratorInterface $urls) {}

    /**
     * The one to make first, on top of the page.
     *
     * @param list<Repair>|null $repairs for the job; null while they are being looked for
     */
    public function next(JobContext $context, ?array $repairs): NextRepairView
    {
        if (null === $repairs) {
            return new NextRepairView(null, $this->urls->generate('repair_next', ['slug' => $context->stored->getSlug()]));
        }
        $repair = $this->first($context, $repairs);
        if (null === $repair || !$this->rights->allow($context->stored, $repair->change)) {
            return new NextRepairView(null, null);
        }
        $post = $this->post(context: $context, repair: $repair, intent: '', pair: '', text: 'Apply to plan', key: 'a', main: true);
        $breaks = 0 === $repair->breaks ? ' and breaks none' : \sprintf(', breaks %d', $repair->breaks);
        $effect = \sprintf('Fixes %s%s. %s.', Words::count($repair->mends, 'failing pair'), $breaks, $repair->hands->label());

        return new NextRepairView(new Next($repair->sentence, $effect, $post), null);
    }

    /**
     * What whoever looks may do and what is ours to do comes before all others.
     *
     * @param list<Repair> $repairs best first
     */
    public function first(JobContext $context, array $repairs): ?Repair
    {
        foreach ($repairs as $repair) {
            if (Responsible::Us === $repair->hands && $this->rights->allow($context->stored, $repair->change)) {
                return $repair;
            }
        }

        return $repairs[0] ?? null;
    }

    /**
     * @param list<Repair> $repairs best first
     * @param int $failing pairs of the job that fail now
     *
     * @return list<RepairView>
     */
    public function all(JobContext $context, array $repairs, int $failing, string $intent, string $pair): array
    {
        $views = [];
        foreach ($repairs as $number => $repair) {
            $views[] = $this->view(
                context: $context,
                repair: $repair,
                failing: $failing,
                intent: $intent,
                pair: $pair,
                first: 0 === $number,
            );
        }

        return $views;
    }

    private function view(JobContext $context, Repair $repair, int $failing, string $intent, string $pair, bool $first): RepairView
    {
        $breaks = 0 === $repair->breaks ? 'none' : (string) $repair->breaks;
        $after = $failing - $repair->mends + $repair->breaks;
        $leaks = $repair->leaks > 0 ? ', and opens connections that must be blocked' : '';
        $text = '' === $repair->request ? 'Apply to plan' : 'Client has done it: apply to plan';
        $post = $first
            ? $this->post(context: $context, repair: $repair, intent: $intent, pair: $pair, text: $text, key: 'm')
            : $this->post(context: $context, repair: $repair, intent: $intent, pair: $pair, text: 'apply', small: true);

        return new RepairView(
            sentence: $repair->sentence,
            effect: \sprintf(
                'Fixes %s, breaks %s%s: %d pairs fail now, %d after the change. %s.',
                Words::count($repair->mends, 'pair'),
                $breaks,
                $leaks,
                $failing,
                $after,
                $repair->hands->label(),
            ),
            short: \sprintf('fixes %d, breaks %s%s.', $repair->mends, $breaks, '' === $repair->request ? '' : ', by the client'),
            request: $repair->request,
            make: $this->rights->allow($context->stored, $repair->change) ? $post : null,
        );
    }

    private function post(
        JobContext $context,
        Repair $repair,
        string $intent,
        string $pair,
        string $text,
        string $key = '',
        bool $main = false,
        bool $small = false,
    ): Post {
        $values = [
            'intent' => $intent,
            'pair' => $pair,
            'repair' => $repair->sentence,
            'version' => $context->revision,
            'offer' => $repair->change->fingerprint(),
        ];
        $url = $this->urls->generate('repair', ['slug' => $context->stored->getSlug()]);

        return new Post($text, $url, array_filter($values, static fn (int|string $v): bool => '' !== $v), $key, main: $main, small: $small);
    }
}
