<?php

declare(strict_types=1);

namespace Vorhut\App\Frame;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpKernel\Controller\ValueResolverInterface;
use Symfony\Component\HttpKernel\ControllerMetadata\ArgumentMetadata;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Vorhut\App\Entity\StoredJob;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\JobReading;

/** The job that an address names, with its plan read once. */
final readonly class JobContextResolver implements ValueResolverInterface
{
    public function __construct(private EntityManagerInterface $em, private JobReading $reading) {}

    /** @return iterable<JobContext> */
    public function resolve(Request $request, ArgumentMetadata $argument): iterable
    {
        $slug = $request->attributes->get('slug');
        if (JobContext::class !== $argument->getType() || !\is_string($slug)) {
            return [];
        }
        $stored = $this->em->getRepository(StoredJob::class)->findOneBy(['slug' => $slug]);
        if (null === $stored || !$stored->isReady()) {
            throw new NotFoundHttpException(\sprintf('There is no job "%s".', $slug));
        }

        return [$this->reading->context($stored)];
    }
}
