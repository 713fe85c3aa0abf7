<?php

declare(strict_types=1);

namespace Vorhut\App\Pairings;

use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\Rights;
use Vorhut\App\Web\View\Post;
use Vorhut\Core\Constraint\ConstraintCheck;
use Vorhut\Core\Job\ChangeSet;

/** Settings that must match, both ends side by side, with the changes that would make them match. */
final readonly class ConstraintLines
{
    public function __construct(private Rights $rights, private UrlGeneratorInterface $urls) {}

    /**
     * @param list<ConstraintCheck> $states
     *
     * @return list<array{name: string, mine: string, theirs: string, state: string, why: string, mends: list<Post>}>
     */
    public function lines(JobContext $context, array $states): array
    {
        return array_map(fn (ConstraintCheck $s): array => $this->line($context, $s), $states);
    }

    /** A change on a button; null for one that the reader may not make. */
    public function mend(JobContext $context, ChangeSet $mend, string $text, string $key = '', bool $isMain = false): ?Post
    {
        if (!$this->rights->allow($context->stored, $mend)) {
            return null;
        }
        $values = ['offer' => $mend->fingerprint(), 'version' => $context->revision];
        $url = $this->urls->generate('pairing_mend', ['slug' => $context->stored->getSlug()]);

        return new Post($text, $url, $values, $key, main: $isMain);
    }

    /**
     * The worst of them.
     *
     * @param list<ConstraintCheck> $states
     *
     * @return "broken"|"open"|"agrees"
     */
    public static function state(array $states): string
    {
        $all = array_map(self::stateOf(...), $states);

        return \in_array('broken', $all, true) ? 'broken' : (\in_array('open', $all, true) ? 'open' : 'agrees');
    }

    /** @return array{name: string, mine: string, theirs: string, state: string, why: string, mends: list<Post>} */
    private function line(JobContext $context, ConstraintCheck $state): array
    {
        $mends = [];
        foreach (true === $state->holds ? [] : $state->mends as $mend) {
            $post = $this->mend($context, $mend, $mend->title);
            if (null !== $post) {
                $mends[] = $post;
            }
        }

        return [
            'name' => $state->tie->name,
            'mine' => '' === $state->mineShown ? 'not set' : $state->mineShown,
            'theirs' => '' === $state->theirsShown ? 'not set' : $state->theirsShown,
            'state' => self::stateOf($state),
            'why' => $state->tie->why,
            'mends' => $mends,
        ];
    }

    /** @return "broken"|"open"|"agrees" */
    private static function stateOf(ConstraintCheck $state): string
    {
        return match ($state->holds) {
            true => 'agrees',
            false => 'broken',
            null => 'open',
        };
    }
}
