<?php

declare(strict_types=1);

namespace Vorhut\Field\Net;

use Amp\Socket\Certificate;
use Amp\Socket\ServerTlsContext;

/** A certificate that a stand-in made for itself, as units do in their factory state; nobody has signed it. */
final class OwnCertificate
{
    private const DAYS = 30;
    private const DAYS_KEPT = 3650;
    private ?string $file = null;

    /** @param string $of whom it stays the same for, from one start to the next; '' for one that ends with this object */
    public function __construct(private readonly string $of = '') {}

    public function __destruct()
    {
        if (null !== $this->file && '' === $this->of) {
            unlink($this->file);
        }
    }

    public function context(): ServerTlsContext
    {
        $this->file ??= '' === $this->of ? self::make(self::DAYS) : $this->kept();

        return (new ServerTlsContext())->withDefaultCertificate(new Certificate($this->file));
    }

    private function kept(): string
    {
        $folder = \sprintf('%s/vorhut-certificates-%d', sys_get_temp_dir(), posix_geteuid());
        if (!is_dir($folder)) {
            mkdir($folder, 0o700);
        }
        $path = \sprintf('%s/%s.pem', $folder, hash('sha256', $this->of));
        if (!is_file($path)) {
            rename(self::make(self::DAYS_KEPT), $path);
        }

        return $path;
    }

    /** The file with key and certificate, which the owner alone can read. */
    private static function make(int $days): string
    {
        $options = ['private_key_type' => \OPENSSL_KEYTYPE_EC, 'curve_name' => 'prime256v1', 'digest_alg' => 'sha256'];
        $key = openssl_pkey_new($options);
        \assert($key instanceof \OpenSSLAsymmetricKey);
        openssl_pkey_export($key, $secret);
        \assert(\is_string($secret));
        $request = openssl_csr_new(['commonName' => 'stand-in.invalid'], $key, $options);
        $certificate = $request instanceof \OpenSSLCertificateSigningRequest
            ? openssl_csr_sign($request, null, $secret, $days, $options)
            : false;
        $file = tempnam(sys_get_temp_dir(), 'vorhut-key-');
        if (false === $certificate || false === $file) {
            throw new \RuntimeException('No certificate could be made: '.openssl_error_string());
        }
        openssl_x509_export($certificate, $signed);
        \assert(\is_string($signed));
        file_put_contents($file, $signed.$secret);

        return $file;
    }
}
