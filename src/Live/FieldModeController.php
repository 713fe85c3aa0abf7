<?php

declare(strict_types=1);

namespace Vorhut\App\Live;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use Vorhut\App\Frame\JobController;
use Vorhut\App\Plan\Effect\FieldModeSet;
use Vorhut\App\Plan\JobContext;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Field\Net\FieldRanges;

/** The switch that lets live tests of one job leave loopback, for ranges a lead has confirmed; written in the journal. */
final class FieldModeController extends JobController
{
    #[Route('/job/{slug}/field-mode', name: 'field_mode', methods: ['POST'])]
    #[IsGranted('ROLE_LEAD')]
    public function switch(JobContext $context, Request $request): Response
    {
        $typed = $request->request->getString('ranges');
        $off = $request->request->getBoolean('off');
        try {
            $ranges = $off ? [] : FieldRanges::read($typed, $request->request->getBoolean('confirmed'));
        } catch (InvalidValue $e) {
            $this->addFlash('error', 'Field mode was not changed. '.$e->getMessage());

            return $this->to($context, 'brief');
        }
        $named = implode(', ', array_map(strval(...), $ranges));
        $title = [] === $ranges ? 'Disabled field mode' : 'Enabled field mode for '.$named;
        $effect = FieldModeSet::between($context->stored->getFieldRanges(), $ranges);

        return $this->change($context, new ChangeSet($title, []), $request, 'brief', effects: [$effect]);
    }
}
