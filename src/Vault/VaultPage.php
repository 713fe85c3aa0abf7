<?php

declare(strict_types=1);

namespace Vorhut\App\Vault;

use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Entity\Secret;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Web\LocalTime;
use Vorhut\App\Web\View\Next;
use Vorhut\App\Web\View\Post;
use Vorhut\App\Web\View\TypingView;
use Vorhut\App\Web\Words;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Keypad\KeySequence;
use Vorhut\Core\Secret\SecretNeed;
use Vorhut\Core\Secret\SecretNeeds;
use Vorhut\Core\Setting\Settings;

/** Shows which secrets the units of a job need and which are kept, and one of them for a short while. */
final readonly class VaultPage
{
    private const MAX = 400;

    public function __construct(private Vault $vault, private Security $security, private UrlGeneratorInterface $urls) {}

    /** @return array<string, SecretNeed> by name */
    public static function needs(JobContext $context): array
    {
        return (new SecretNeeds(new Settings($context->job)))->all();
    }

    /** @param list<string> $errors */
    public function show(JobContext $context, array $errors = []): VaultView
    {
        $needs = self::needs($context);
        $kept = $this->vault->secretsOf($context->stored);
        $missing = array_diff_key($needs, $kept);
        $closed = $this->vault->closed();
        $rows = [];
        foreach (\array_slice($needs, 0, self::MAX) as $need) {
            $rows[] = $this->row($context, $need, $kept[$need->name] ?? null, '' === $closed);
        }
        $more = \count($needs) - self::MAX;

        return new VaultView(
            summary: \sprintf('%d of %s stored', \count($needs) - \count($missing), Words::count(\count($needs), 'secret')),
            next: '' === $closed ? $this->next($context, $missing) : null,
            rows: $rows,
            more: $more > 0 ? \sprintf('and %d more', $more) : '',
            closed: $closed,
            exportUrl: $this->security->isGranted('ROLE_LEAD') && '' === $closed ? $this->url($context, 'vault_export') : null,
            shortest: SealedFile::SHORTEST,
            keepUrl: '' === $closed ? $this->url($context, 'vault_keep') : null,
            needs: array_map(static fn (SecretNeed $n): string => \sprintf('%s: %s', self::units($n), $n->label), $needs),
            errors: $errors,
        );
    }

    /** @throws VaultClosed */
    public function shown(JobContext $context, SecretNeed $need, Secret $secret, string $back): ShownView
    {
        $value = $this->vault->open($secret);

        return new ShownView(
            label: $need->label,
            units: self::units($need),
            value: $value,
            former: null === $secret->getTypedAt() ? (string) $this->vault->former($secret) : '',
            typing: null === $need->keypad ? null : TypingView::fromSequence(KeySequence::fromKeypad($need->keypad, $value)),
            backUrl: str_starts_with($back, '/job/'.$context->stored->getSlug().'/') ? $back : $this->url($context, 'vault'),
        );
    }

    /** @param array<string, SecretNeed> $missing */
    private function next(JobContext $context, array $missing): ?Next
    {
        if ([] === $missing) {
            return null;
        }
        $post = new Post('Generate all missing', $this->url($context, 'vault_make'), key: 't', main: true);

        return new Next(
            \sprintf('%s not generated yet', Words::count(\count($missing), 'secret is', 'secrets are')),
            'Each as its device accepts it: no look-alikes, short where it is entered on a keypad.',
            $post,
        );
    }

    private function row(JobContext $context, SecretNeed $need, ?Secret $secret, bool $isOpen): SecretRow
    {
        $zone = $context->stored->getTimezone();
        [$state, $tone] = match (true) {
            null === $secret => ['not generated', 'quiet'],
            null !== $secret->getTypedAt() => ['set on the device since '.LocalTime::short($secret->getTypedAt(), $zone), 'through'],
            null !== $secret->getFormer() => ['new one not set yet, previous one stored until then', 'care'],
            default => [$need->isLogin ? 'generated, not yet set on the device' : 'made', 'care'],
        };
        $of = ['name' => $need->name];
        $spoken = \sprintf(' %s of %s', $need->label, self::units($need));
        $make = new Post(
            null === $secret ? 'Generate' : 'Generate new',
            $this->url($context, 'vault_make'),
            $of,
            spoken: $spoken,
            small: true,
        );
        $show = new Post('Show for 30 s', $this->url($context, 'vault_show'), $of, spoken: $spoken, small: true);

        return new SecretRow(
            label: $need->label,
            units: self::units($need),
            rule: $need->rule->said().(null === $need->keypad ? '' : ', entered on a keypad'),
            state: $state,
            tone: $tone,
            posts: $isOpen ? [...null === $secret ? [] : [$show], $make] : [],
        );
    }

    private static function units(SecretNeed $need): string
    {
        $names = array_map(static fn (Device $d): string => $d->name, $need->devices);

        return \count($names) > 3 ? \sprintf('%s and %d more', $names[0], \count($names) - 1) : implode(', ', $names);
    }

    private function url(JobContext $context, string $route): string
    {
        return $this->urls->generate($route, ['slug' => $context->stored->getSlug()]);
    }
}
