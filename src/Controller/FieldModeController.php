<?php

declare(strict_types=1);

namespace Vorhut\App\Controller;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use Vorhut\App\Entity\Change;
use Vorhut\Core\Addressing\Ipv4Prefix;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\ChangeSet;

/** The switch that lets live tests of one job leave loopback, for ranges a lead has confirmed; written in the journal. */
final class FieldModeController extends JobPage
{
    /** A wider range is not confirmed but guessed. */
    private const WIDEST = 16;
    private const MOST = 12;

    #[Route('/job/{slug}/field-mode', name: 'field_mode', methods: ['POST'])]
    #[IsGranted('ROLE_LEAD')]
    public function switch(string $slug, Request $request): Response
    {
        $stored = $this->stored($slug);
        $typed = $request->request->getString('ranges');
        try {
            $ranges = $request->request->getBoolean('off') ? [] : self::ranges($typed, $request->request->getBoolean('confirmed'));
        } catch (InvalidValue $e) {
            $this->addFlash('error', 'Field mode was not changed. '.$e->getMessage());

            return $this->redirectToRoute('brief', ['slug' => $slug], Response::HTTP_SEE_OTHER);
        }
        $stored->setFieldRanges($ranges);
        $title = [] === $ranges ? 'Switched field mode off' : 'Switched field mode on for '.implode(', ', array_map(strval(...), $ranges));
        $this->em->persist(new Change($stored, $this->user(), $this->clock->now(), new ChangeSet($title, [])));
        $this->em->flush();
        $this->addFlash('done', $title.'.');

        return $this->redirectToRoute('brief', ['slug' => $slug], Response::HTTP_SEE_OTHER);
    }

    /**
     * @return non-empty-list<Ipv4Prefix>
     *
     * @throws InvalidValue
     */
    private static function ranges(string $typed, bool $confirmed): array
    {
        $ranges = [];
        foreach (explode(',', str_replace(["\r", "\n", ' '], ',', $typed)) as $text) {
            if ('' === trim($text)) {
                continue;
            }
            $range = Ipv4Prefix::fromString(trim($text));
            if ($range->length < self::WIDEST || $range->network >> 28 >= 14) {
                throw new InvalidValue($text, \sprintf('unicast prefixes of /%d or longer', self::WIDEST), 'Name just the subnets whose owner has agreed.');
            }
            $ranges[] = $range;
        }
        if ([] === $ranges || \count($ranges) > self::MOST) {
            throw new InvalidValue($typed, \sprintf('one to %d prefixes such as 10.47.60.0/25', self::MOST), 'A comma or a new line between them.');
        }
        if (!$confirmed) {
            throw new InvalidValue('not confirmed', 'a tick that the owner of these networks has agreed', 'Ask first, then tick it.');
        }

        return $ranges;
    }
}
