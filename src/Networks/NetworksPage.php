<?php

declare(strict_types=1);

namespace Vorhut\App\Networks;

use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Frame\FindingLines;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\JobReading;
use Vorhut\App\Plan\NewRecord;
use Vorhut\App\Web\Refusals;
use Vorhut\App\Web\View\FindingLine;
use Vorhut\App\Web\View\FormField;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Pages;
use Vorhut\App\Web\View\Post;
use Vorhut\App\Web\Words;
use Vorhut\Core\Isolation;
use Vorhut\Core\Job\ExternalKind;
use Vorhut\Core\Job\FilterRule;
use Vorhut\Core\Job\Route;
use Vorhut\Core\Job\Router;
use Vorhut\Core\Job\RouterInterface;
use Vorhut\Core\Net\Service;
use Vorhut\Core\Proof\Crossings;

/** Shows segments, subnets and routers. */
final readonly class NetworksPage
{
    private const ON_A_PAGE = 20;
    private const NEW = 'new';

    public function __construct(
        private JobReading $reading,
        private FindingLines $findings,
        private RouterNotes $notes,
        private Security $security,
        private UrlGeneratorInterface $urls,
    ) {}

    /**
     * @param string $edit the segment whose form is open, "new" for one to be added
     * @param SegmentForm|null $typed what was typed and not taken
     * @param Refusals|null $refusals why not
     * @param string $finding the finding that is explained
     * @param string $from the segment from which the map tells what gets where, '' for none
     */
    public function show(
        JobContext $context,
        string $edit,
        string $finding = '',
        ?SegmentForm $typed = null,
        ?Refusals $refusals = null,
        string $from = '',
        int $page = 1,
    ): NetworksView {
        $lead = $this->security->isGranted('ROLE_LEAD');
        $digest = $this->reading->digest($context->stored);
        $segment = $context->job->segments[$edit] ?? null;
        $form = match (true) {
            null !== $typed => $this->form($context, $typed, $refusals ?? Refusals::none()),
            null !== $segment => $this->form($context, SegmentForm::fromJob($context->job, $segment), Refusals::none()),
            self::NEW === $edit => $this->form($context, new SegmentForm(), Refusals::none()),
            default => null,
        };
        $pages = $this->pages($context, null === $segment ? $from : $edit, $page);
        $nets = array_map(
            fn (Ruler $r): NetView => $this->net($context, $r, $lead, $edit === $r->segment->id ? $form : null),
            Ruler::all($context->job, $digest->findings, $pages->slice(array_values($context->job->segments))),
        );
        $actions = [
            new Link('Sweep', $this->url('sweep', $context), 's'),
            new Link('Cables', $this->url('cables', $context), 'c'),
        ];
        if ($lead) {
            $actions[] = new Link('Add segment', $this->url('networks', $context, ['edit' => self::NEW]), 'n');
            $actions[] = new Link('Add router', $this->url('record', $context, ['list' => 'routers', 'id' => NewRecord::ID]), 'r');
        }
        $first = new Link('Add the first segment', $this->url('networks', $context, ['edit' => self::NEW]), 't', main: true);

        return new NetworksView(
            summary: \sprintf(
                '%s, %s',
                Words::count($digest->segments, 'segment'),
                Words::count($digest->devices, 'device'),
            ),
            actions: $actions,
            nets: $nets,
            pages: $pages,
            routers: $this->routers($context, $lead),
            new: self::NEW === $edit ? $form : null,
            first: $lead && self::NEW !== $edit ? $first : null,
            finding: $this->finding($context, $finding),
            map: [] === $context->job->segments ? null : Isolation::run(
                'The map of networks',
                fn (): NetMap => $this->map($context, $from),
            ),
            mapUrl: $this->url('networks', $context, ['from' => '']),
            routerUrl: $this->url('networks', $context).'#router-',
            mapSaid: isset($context->job->segments[$from])
                ? \sprintf(
                    'Test: ICMP echo from a correctly configured device in %s to one in each other segment.',
                    $context->job->segments[$from]->name,
                )
                : 'Select a segment to see which segments it can reach.',
        );
    }

    /** @param string $shown the segment that is looked at: the page is the one on which it stands */
    private function pages(JobContext $context, string $shown, int $page): Pages
    {
        $at = array_search($shown, array_map(strval(...), array_keys($context->job->segments)), true);

        return Pages::page(
            all: \count($context->job->segments),
            size: self::ON_A_PAGE,
            page: \is_int($at) ? Pages::with($at, self::ON_A_PAGE) : $page,
            what: 'segments',
            url: fn (int $p): string => $this->url('networks', $context, ['page' => (string) $p]),
        );
    }

    private function map(JobContext $context, string $from): NetMap
    {
        $lanes = \array_slice(array_map(strval(...), array_keys($context->job->segments)), 0, NetMap::MAX_LANES);
        $chosen = isset($context->job->segments[$from]) ? $from : '';
        $crossings = '' === $chosen ? [] : Crossings::crossings($context->job, $from, $lanes, Service::fromString('icmp'));

        return NetMap::fromJob($context->job, $chosen, $crossings);
    }

    private function net(JobContext $context, Ruler $ruler, bool $lead, ?SegmentFormView $form): NetView
    {
        $segment = $ruler->segment;

        return new NetView(
            id: $segment->id,
            name: $segment->name,
            vlan: implode(' · ', [
                ...(null === $segment->vlan ? [] : ['VLAN '.$segment->vlan]),
                ...(null === $segment->external->kind ? [] : ['leads to '.$segment->external->kind->label()]),
            ]),
            prefix: null === $ruler->subnet ? '' : (string) $ruler->subnet->prefix,
            note: $ruler->note,
            editUrl: $lead ? $this->url('networks', $context, ['edit' => $segment->id]).'#'.$segment->id : null,
            form: $form,
            ruler: null === $ruler->subnet ? null : $ruler,
            devicesUrl: $this->url('devices', $context, ['sel' => '']),
            findingUrl: $this->url('networks', $context, ['finding' => '']),
        );
    }

    private function form(JobContext $context, SegmentForm $form, Refusals $refusals): SegmentFormView
    {
        $routers = ['' => 'none'];
        foreach ($context->job->routers as $router) {
            $routers[$router->id] = $router->name;
        }
        $routers['+'] = 'new router';
        $fields = [
            new FormField('name', 'Name', $form->name, required: true, more: ['maxlength' => 120, 'autofocus' => true]),
            new FormField('vlan', 'VLAN', $form->vlan, technical: true, more: ['inputmode' => 'numeric']),
            new FormField('prefix', 'Prefix', $form->prefix, technical: true, placeholder: '10.47.10.0/24'),
            new FormField('gateway', 'Gateway', $form->gateway, technical: true),
            new FormField('dhcp', 'DHCP ranges', $form->dhcp, technical: true, placeholder: '10.47.10.100-10.47.10.199', broad: true),
            new FormField('reserved', 'Reserved ranges', $form->reserved, technical: true, broad: true),
            new FormField('dns', 'DNS', $form->dns, technical: true),
            new FormField('ntp', 'Time servers', $form->ntp, technical: true),
        ];
        $router = null === $form->id && [] === $context->job->routers ? '+' : $form->router;
        if (null === $form->id && 1 === \count($context->job->routers) && $refusals->isEmpty()) {
            $router = (string) array_key_first($context->job->routers);
        }
        $fields[] = new FormField('router', 'Router here', $router, 'select', options: $routers);
        $beyond = ['' => 'nothing outside the plan'] + array_combine(
            array_column(ExternalKind::cases(), 'value'),
            array_map(static fn (ExternalKind $k): string => $k->label(), ExternalKind::cases()),
        );
        $fields[] = new FormField('external', 'Leads to', $form->external, 'select', options: $beyond);
        $fields[] = new FormField('snooping', 'IGMP snooping', $form->snooping ? '1' : '', 'check');
        $fields[] = new FormField('querier', 'IGMP querier', $form->querier ? '1' : '', 'check');

        return new SegmentFormView(
            url: $this->url('segment_save', $context),
            fields: $refusals->at($fields),
            errors: $refusals->above,
            hidden: ['id' => (string) $form->id, 'version' => $context->revision],
            leaveUrl: $this->url('networks', $context),
            more: null === $form->id || !isset($context->job->segments[$form->id]) ? null : new Link(
                'All fields',
                $this->url('record', $context, ['list' => 'segments', 'id' => $form->id]),
            ),
            remove: null === $form->id || !isset($context->job->segments[$form->id]) ? null : new Post(
                'Delete segment',
                $this->url('segment_remove', $context, ['id' => $form->id]),
                ['version' => $context->revision],
                small: true,
            ),
        );
    }

    /** @return list<RouterView> the first is changed by a key */
    private function routers(JobContext $context, bool $lead): array
    {
        $views = [];
        foreach ($context->job->routers as $router) {
            $views[] = $this->router($context, $router, $lead, [] === $views ? 'e' : '');
        }

        return $views;
    }

    private function router(JobContext $context, Router $router, bool $lead, string $key): RouterView
    {
        $notes = $this->notes->notes($context, $router);
        $edit = $this->url('record', $context, ['list' => 'routers', 'id' => $router->id]);
        $rule = static fn (FilterRule $r, string $decides): array => ['line' => (string) $r, 'decides' => $decides];

        return new RouterView(
            id: $router->id,
            name: $router->name,
            interfaces: array_map(static fn (RouterInterface $i): array => [
                'segment' => $context->job->segments[$i->segment]->name,
                'address' => (string) $i->address,
                'does' => implode(', ', array_keys(array_filter([
                    'multicast routing' => $i->multicast,
                    'mDNS relay' => $i->mdnsRelay,
                    'source NAT (masquerade)' => $i->masquerade,
                    'proxy ARP' => $i->proxyArp,
                    'DHCP relay' => null !== $i->relay,
                ]))),
            ], $router->interfaces),
            rules: array_map($rule, $router->rules, $notes['rules']),
            default: ['line' => 'Default action: '.$router->defaultAction->value, 'decides' => $notes['otherwise']],
            routes: array_map(static fn (Route $r, string $n): array => [
                'line' => $r->to.' via '.$r->via,
                'decides' => $n,
            ], $router->routes, $notes['routes']),
            edit: $lead ? new Link('edit', $edit, $key, ' '.$router->name) : null,
        );
    }

    private function finding(JobContext $context, string $wanted): ?FindingLine
    {
        $digest = $this->reading->digest($context->stored);
        $finding = $digest->finding($wanted) ?? ($digest->findingsAt('networks')[0] ?? null);

        return null === $finding ? null : $this->findings->line($context, $finding, 'networks', 'a');
    }

    /** @param array<string, string> $more */
    private function url(string $route, JobContext $context, array $more = []): string
    {
        return $this->urls->generate($route, ['slug' => $context->stored->getSlug(), ...$more]);
    }
}
