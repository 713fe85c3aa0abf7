<?php

declare(strict_types=1);

namespace Vorhut\App\Vault;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use Vorhut\App\Frame\JobController;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Web\Download;
use Vorhut\App\Web\MediaType;
use Vorhut\App\Web\Sentence;
use Vorhut\App\Web\Words;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Secret\SecretMaker;
use Vorhut\Core\Secret\SecretNeed;

/** Secrets of a job: made, shown for a short while, made anew, exported encrypted. Who only looks at a job sees none of it. */
#[IsGranted('ROLE_TECHNICIAN')]
final class VaultController extends JobController
{
    public function __construct(private readonly VaultPage $page, private readonly Vault $vault) {}

    #[Route('/job/{slug}/vault', name: 'vault', methods: ['GET'])]
    public function index(JobContext $context): Response
    {
        return $this->page($context, 'bench', 'vault/index.html.twig', $this->page->show($context));
    }

    /** Makes one that is named, anew where there was one; or all that are missing. */
    #[Route('/job/{slug}/vault/make', name: 'vault_make', methods: ['POST'])]
    public function make(JobContext $context, Request $request): Response
    {
        $needs = VaultPage::needs($context);
        $name = $request->request->getString('name');
        $wanted = '' === $name ? array_diff_key(
            $needs,
            $this->vault->secretsOf($context->stored),
        ) : [$name => $this->need($context, $name)];
        try {
            foreach ($wanted as $need) {
                $this->vault->make($context->stored, $need, $this->user());
            }
            $one = reset($wanted);
            $this->note($context, 1 === \count($wanted) && false !== $one
                ? \sprintf('%s of %s was generated', $one->label, $one->devices[0]->name)
                : \sprintf('%s made', Words::count(\count($wanted), 'secret was', 'secrets were')));
        } catch (VaultClosed $e) {
            $this->addFlash('error', $e->getMessage());
        } catch (InvalidValue $e) {
            $this->addFlash('error', Sentence::ofValue($e));
        }
        $back = $request->request->getString('back');

        return str_starts_with($back, '/job/'.$context->stored->getSlug().'/')
            ? $this->redirect($back, Response::HTTP_SEE_OTHER)
            : $this->to($context, 'vault');
    }

    /** Shows one; that is in the journal before it is on the screen. */
    #[Route('/job/{slug}/vault/show', name: 'vault_show', methods: ['POST'])]
    public function show(JobContext $context, Request $request): Response
    {
        $need = $this->need($context, $request->request->getString('name'));
        $secret = $this->vault->find($context->stored, $need->name) ?? throw $this->createNotFoundException('It is not generated yet.');
        try {
            $view = $this->page->shown($context, $need, $secret, $request->request->getString('back'));
        } catch (VaultClosed $e) {
            $this->addFlash('error', $e->getMessage());

            return $this->to($context, 'vault');
        }
        $this->note($context, \sprintf('%s of %s was shown', $need->label, $need->devices[0]->name));
        $isPart = $request->headers->has('HX-Request');
        $response = $isPart
            ? $this->render('vault/_shown-row.html.twig', ['view' => $view])
            : $this->page($context, 'bench', 'vault/shown.html.twig', $view);
        $response->headers->set('Cache-Control', 'no-store');

        return $response;
    }

    /** Keeps one that somebody else has chosen. */
    #[Route('/job/{slug}/vault/keep', name: 'vault_keep', methods: ['POST'])]
    public function keep(JobContext $context, Request $request): Response
    {
        $need = $this->need($context, $request->request->getString('name'));
        $value = $request->request->getString('value');
        $refusal = SecretMaker::refusal($need, $value);
        try {
            if (null === $refusal) {
                $this->vault->put($context->stored, $need->name, $value, $this->user());
                $this->note($context, \sprintf('%s of %s was stored in the vault', $need->label, $need->devices[0]->name));
            } else {
                $this->addFlash('error', \sprintf('It was not stored: allowed is %s.', $refusal));
            }
        } catch (VaultClosed $e) {
            $this->addFlash('error', $e->getMessage());
        }

        return $this->to($context, 'vault');
    }

    #[Route('/job/{slug}/vault/export', name: 'vault_export', methods: ['POST'])]
    #[IsGranted('ROLE_LEAD')]
    public function export(JobContext $context, Request $request): Response
    {
        $secrets = [];
        try {
            $kept = $this->vault->secretsOf($context->stored);
            foreach (array_intersect_key(VaultPage::needs($context), $kept) as $name => $need) {
                $units = array_map(static fn (Device $d): string => $d->name, $need->devices);
                $secrets[] = ['name' => $name, 'label' => $need->label, 'units' => $units, 'value' => $this->vault->open($kept[$name])];
            }
            $file = SealedFile::seal($context->job->info->name, $secrets, $request->request->getString('passphrase'));
        } catch (VaultClosed $e) {
            return $this->refused($context, $e->getMessage());
        } catch (InvalidValue $e) {
            return $this->refused($context, \sprintf('It takes %s. %s', $e->allowed, $e->advice));
        }
        $count = Words::count(\count($secrets), 'secret was', 'secrets were');
        $this->note($context, $count.' exported, encrypted with a passphrase');

        return new Download($file, MediaType::Json, $context->stored->getSlug().'-secrets.json');
    }

    private function refused(JobContext $context, string $error): Response
    {
        $view = $this->page->show($context, [$error]);

        return $this->page(
            context: $context,
            stop: 'bench',
            template: 'vault/index.html.twig',
            view: $view,
            status: Response::HTTP_UNPROCESSABLE_ENTITY,
        );
    }

    private function need(JobContext $context, string $name): SecretNeed
    {
        return VaultPage::needs($context)[$name] ?? throw $this->createNotFoundException('No device of this job needs such a secret.');
    }
}
