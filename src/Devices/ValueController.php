<?php

declare(strict_types=1);

namespace Vorhut\App\Devices;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use Vorhut\App\Jobs\JobInHand;
use Vorhut\App\Web\JobPage;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Pairing\TieState;
use Vorhut\Core\Profile\Setting\Allowed;
use Vorhut\Core\Profile\Setting\TypedText;
use Vorhut\Core\Setting\Settings;

/** One value of a unit, changed where its chain is shown. */
final class ValueController extends JobPage
{
    #[Route('/job/{slug}/devices/{id}/values/{setting}', name: 'device_value', methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function save(JobInHand $hand, string $id, string $setting, Request $request): Response
    {
        $device = $hand->job->devices[$id] ?? throw $this->createNotFoundException(\sprintf('There is no device "%s".', $id));
        $declared = (new Settings($hand->job))->setting($device, $setting)
            ?? throw $this->createNotFoundException(\sprintf('There is no setting "%s".', $setting));
        $form = $request->request;
        $text = $form->getString('value');
        $value = TypedText::read($declared, $text);
        $allowed = null === $value ? null : Allowed::refusal($declared, $value);
        $back = ['sel' => $id, 'value' => $setting];
        if (null !== $allowed) {
            $given = $declared->secret ? 'a text' : $text;
            $this->addFlash('error', \sprintf('%s: %s was given; allowed is %s.', $declared->name, $given, $allowed));

            return $this->to($hand, 'devices', $back + ($declared->secret ? [] : ['typed' => $text]));
        }
        $change = ValueChange::of($hand->job, $device, $declared, $value, $form->getString('scope'), trim($form->getString('reason')));
        $parts = $form->has('alone') ? [] : ValueChange::parts($hand->job, $change);
        if ([] !== $parts && !$form->has('both')) {
            return $this->ask($hand, $request, $change, $parts, $id, $setting);
        }

        return $this->change($hand, $form->has('both') ? self::both($hand, $change, $parts) : $change, $request, 'devices', $back);
    }

    /** @param list<TieState> $parts */
    private function ask(JobInHand $hand, Request $request, ChangeSet $change, array $parts, string $id, string $setting): Response
    {
        $names = array_map(static fn (TieState $s): string => $s->said(), $parts);
        $form = array_filter($request->request->all(), \is_string(...));
        unset($form['_token']);
        $url = $this->generateUrl('device_value', ['slug' => $hand->stored->getSlug(), 'id' => $id, 'setting' => $setting]);
        $others = self::both($hand, $change, $parts);
        $view = new ValueAskedView(
            $change->title,
            $names,
            $others->title === $change->title ? '' : $others->title,
            $url,
            $form,
            $this->generateUrl('devices', ['slug' => $hand->stored->getSlug(), 'sel' => $id, 'value' => $setting]),
        );

        return $this->page($hand, 'devices', 'devices/value.html.twig', $view, Response::HTTP_UNPROCESSABLE_ENTITY);
    }

    /**
     * The change with what makes the partners agree again: their values follow, ours stays.
     *
     * @param list<TieState> $parts
     */
    private static function both(JobInHand $hand, ChangeSet $change, array $parts): ChangeSet
    {
        $own = array_map(static fn ($e): string => $e->id, $change->edits);
        foreach ($parts as $part) {
            foreach ($part->mends as $mend) {
                $touched = array_map(static fn ($e): string => $e->id, $mend->edits);
                if ([] === array_intersect($touched, $own)) {
                    $change = $change->then($mend);
                    break;
                }
            }
        }

        return $change;
    }
}
