<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Field\Choice;
use Vorhut\Core\Record\Field\Name;
use Vorhut\Core\Record\Field\Number;
use Vorhut\Core\Record\Field\Refers;
use Vorhut\Core\Record\Field\Slug;
use Vorhut\Core\Record\Field\WholeNumber;
use Vorhut\Core\Record\ListOf;

/** A look that a scene store keeps. */
#[ListOf(name: 'scenes', one: 'scene', many: 'scenes')]
final readonly class Scene
{
    public function __construct(
        #[Slug]
        public string $id,
        #[Name]
        public string $name,
        #[Refers('devices', 'device', 'Scene store', required: true)]
        public string $store,
        #[WholeNumber(1, 1000, 'Number', required: true)]
        public int $number,
        #[Choice(SceneLook::class, 'Movement', default: SceneLook::Static)]
        public SceneLook $look,
        #[Choice(SceneSource::class, 'Source', default: SceneSource::Network)]
        public SceneSource $source,
        #[Number(0, 3600, 'Fade time, s')]
        public ?float $fadeSeconds,
    ) {}
}
