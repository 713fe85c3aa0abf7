<?php

declare(strict_types=1);

namespace Vorhut\App\Devices;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use Vorhut\App\Frame\JobController;
use Vorhut\App\Plan\JobContext;
use Vorhut\Core\Constraint\ConstraintCheck;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Profile\Setting\Allowed;
use Vorhut\Core\Profile\Setting\TypedText;
use Vorhut\Core\Setting\Settings;

/** One value of a unit, changed where its chain is shown. */
final class ValueController extends JobController
{
    #[Route('/job/{slug}/devices/{id}/values/{setting}', name: 'device_value', methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function save(JobContext $context, string $id, string $setting, Request $request): Response
    {
        $device = $context->job->devices[$id] ?? throw $this->createNotFoundException(\sprintf('There is no device "%s".', $id));
        $declared = (new Settings($context->job))->setting($device, $setting)
            ?? throw $this->createNotFoundException(\sprintf('There is no setting "%s".', $setting));
        $form = $request->request;
        $text = $form->getString('value');
        $value = TypedText::read($declared, $text);
        $allowed = null === $value ? null : Allowed::refusal($declared, $value);
        $back = ['sel' => $id, 'value' => $setting];
        if (null !== $allowed) {
            $given = $declared->secret ? 'a text' : $text;
            $this->addFlash('error', \sprintf('%s: %s was given; allowed is %s.', $declared->name, $given, $allowed));

            return $this->to($context, 'devices', $back + ($declared->secret ? [] : ['typed' => $text]));
        }
        $change = ValueChange::changeSet(
            job: $context->job,
            device: $device,
            setting: $declared,
            value: $value,
            scope: $form->getString('scope'),
            reason: trim($form->getString('reason')),
        );
        $parts = $form->has('alone') ? [] : ValueChange::parts($context->job, $change);
        if ([] !== $parts && !$form->has('both')) {
            return $this->ask(context: $context, request: $request, change: $change, parts: $parts, id: $id, setting: $setting);
        }

        return $this->change(
            context: $context,
            change: $form->has('both') ? self::both($context, $change, $parts) : $change,
            request: $request,
            route: 'devices',
            parameters: $back,
        );
    }

    /** @param list<ConstraintCheck> $parts */
    private function ask(JobContext $context, Request $request, ChangeSet $change, array $parts, string $id, string $setting): Response
    {
        $names = array_map(static fn (ConstraintCheck $s): string => $s->said(), $parts);
        $form = array_filter($request->request->all(), \is_string(...));
        unset($form['_token']);
        $url = $this->generateUrl('device_value', ['slug' => $context->stored->getSlug(), 'id' => $id, 'setting' => $setting]);
        $others = self::both($context, $change, $parts);
        $view = new ValueAskedView(
            title: $change->title,
            parts: $names,
            both: $others->title === $change->title ? '' : $others->title,
            url: $url,
            form: $form,
            backUrl: $this->generateUrl('devices', ['slug' => $context->stored->getSlug(), 'sel' => $id, 'value' => $setting]),
        );

        return $this->page(
            context: $context,
            stop: 'devices',
            template: 'devices/value.html.twig',
            view: $view,
            status: Response::HTTP_UNPROCESSABLE_ENTITY,
        );
    }

    /**
     * The change with what makes the partners agree again: their values follow, ours stays.
     *
     * @param list<ConstraintCheck> $parts
     */
    private static function both(JobContext $context, ChangeSet $change, array $parts): ChangeSet
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
