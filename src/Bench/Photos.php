<?php

declare(strict_types=1);

namespace Vorhut\App\Bench;

use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Symfony\Component\HttpFoundation\Request;
use Vorhut\App\Entity\StepPhoto;
use Vorhut\App\Entity\StoredJob;
use Vorhut\App\Entity\User;
use Vorhut\App\Papers\Upload;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Photo\Picture;

/** Photos that are kept with steps. */
final readonly class Photos
{
    private const MAX_BYTES = 12 * 1024 * 1024;

    public function __construct(private EntityManagerInterface $em, private ClockInterface $clock) {}

    /** @throws InvalidValue for what is no photo, or too large */
    public static function read(Request $request): ?Picture
    {
        $bytes = Upload::text($request, 'photo');
        if (null === $bytes || '' === $bytes) {
            return null;
        }
        if (\strlen($bytes) > self::MAX_BYTES) {
            throw new InvalidValue(
                given: 'a photo of more than 12 MB',
                allowed: 'one of at most 12 MB',
                advice: 'Take it with a lower resolution.',
            );
        }

        return Picture::cleaned($bytes);
    }

    public function keep(StoredJob $job, string $device, string $step, Picture $picture, User $by): void
    {
        $this->em->persist(new StepPhoto(
            job: $job,
            device: $device,
            step: $step,
            type: $picture->type,
            bytes: $picture->bytes,
            user: $by,
            at: $this->clock->now(),
        ));
        $this->em->flush();
    }

    /** @return list<int> numbers of those of a step, without reading them */
    public function photos(StoredJob $job, string $device, string $step): array
    {
        /** @var list<int> $numbers */
        $numbers = $this->em->getRepository(StepPhoto::class)
            ->createQueryBuilder('p')
            ->select('p.id')
            ->where('p.job = :job AND p.device = :device AND p.step = :step')
            ->setParameter('job', $job)
            ->setParameter('device', $device)
            ->setParameter('step', $step)
            ->orderBy('p.id')
            ->getQuery()
            ->getSingleColumnResult();

        return $numbers;
    }

    public function find(StoredJob $job, int $id): ?StepPhoto
    {
        return $this->em->getRepository(StepPhoto::class)->findOneBy(['id' => $id, 'job' => $job]);
    }
}
