<?php

declare(strict_types=1);

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Bundle\FrameworkBundle\KernelBrowser;
use Symfony\Component\DependencyInjection\ContainerInterface;
use Vorhut\App\Boot;
use Vorhut\App\Entity\User;

/*
 * Somebody with a browser: for every line on standard input that is "device address" sets that address, and answers how often the
 * server said that somebody else was first.
 */

require dirname(__DIR__, 3).'/vendor/autoload.php';

$kernel = Boot::kernel('test', false);
$kernel->boot();
$container = $kernel->getContainer()->get('test.service_container');
assert($container instanceof ContainerInterface);
$client = $container->get('test.client');
assert($client instanceof KernelBrowser);
$client->disableReboot();
$manager = $container->get(EntityManagerInterface::class);
assert($manager instanceof EntityManagerInterface);
$person = $manager->getRepository(User::class)->findOneBy(['username' => $argv[1]]);
assert(null !== $person);
$client->loginUser($person);
while (false !== $line = fgets(\STDIN)) {
    [$device, $address] = explode(' ', trim($line));
    $conflicts = -1;
    do {
        ++$conflicts;
        $manager->clear();
        $revision = $manager->getConnection()->fetchOne("SELECT revision FROM job WHERE slug = 'kestrel-sound-ferries'");
        $values = ['_token' => 'csrf-token', 'field' => 'address', 'value' => $address, 'version' => $revision];
        $path = '/job/kestrel-sound-ferries/devices/'.$device.'/cell';
        $client->request('POST', $path, $values, [], ['HTTP_ORIGIN' => 'http://localhost']);
        $status = $client->getResponse()->getStatusCode();
    } while (409 === $status);
    printf("%d %d\n", $status, $conflicts);
}
