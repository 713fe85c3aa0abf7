<?php

declare(strict_types=1);

namespace Vorhut\App;

use Symfony\Bundle\FrameworkBundle\Kernel\MicroKernelTrait;
use Symfony\Component\Config\Resource\DirectoryResource;
use Symfony\Component\DependencyInjection\ContainerBuilder;
use Symfony\Component\HttpKernel\Kernel as BaseKernel;

final class Kernel extends BaseKernel
{
    use MicroKernelTrait;

    protected function build(ContainerBuilder $container): void
    {
        $folders = [$this->getProjectDir().'/core', $this->getProjectDir().'/src'];
        $container->setParameter('vorhut.code', CodeVersion::hash($folders));
        foreach ($folders as $folder) {
            $container->addResource(new DirectoryResource($folder, '/\.php$/'));
        }
    }

    public function getProjectDir(): string
    {
        return \dirname(__DIR__);
    }
}
