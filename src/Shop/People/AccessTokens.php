<?php

declare(strict_types=1);

namespace Snugfit\Shop\People;

use Doctrine\ORM\EntityManagerInterface;
use Snugfit\Shop\Entity\AccessToken;
use Snugfit\Shop\Entity\Person;

/** Tokens of browsers and scripts: given once, known again by their hash. */
final readonly class AccessTokens
{
    /** Seconds between two notes of when one was used. */
    private const NOTED_EVERY = 600;

    public function __construct(private EntityManagerInterface $entities)
    {
    }

    /**
     * @param ?string $label what a script is for; null for a browser
     *
     * @return string the token itself, which is not kept
     */
    public function give(Person $person, ?string $label = null): string
    {
        $token = (null === $label ? '' : 'snugfit-').bin2hex(random_bytes(32));
        $this->entities->persist(new AccessToken($person, $token, null === $label ? null : mb_strimwidth($label, 0, 120, '…')));
        $this->entities->flush();

        return $token;
    }

    public function personOf(#[\SensitiveParameter] string $token, bool $isScript): ?Person
    {
        $known = $this->entities->getRepository(AccessToken::class)->findOneBy(['hash' => hash('sha256', $token)]);
        if (null === $known || $known->isExpired() || $isScript !== (null !== $known->label())) {
            return null;
        }
        if (($known->usedAt()?->getTimestamp() ?? 0) < time() - self::NOTED_EVERY) {
            $this->note($known);
        }

        return $known->person();
    }

    public function revoke(#[\SensitiveParameter] string $token): void
    {
        $this->entities->createQuery('DELETE '.AccessToken::class.' token WHERE token.hash = :hash')
            ->execute(['hash' => hash('sha256', $token)]);
    }

    /** @return list<AccessToken> a person's scripts */
    public function scriptsOf(Person $person): array
    {
        /** @var list<AccessToken> $tokens */
        $tokens = $this->entities->createQuery(
            'SELECT token FROM '.AccessToken::class.' token WHERE token.person = :person AND token.label IS NOT NULL ORDER BY token.id',
        )->setParameter('person', $person)->getResult();

        return $tokens;
    }

    /** A shop that cannot be written to just now lets people in all the same. */
    private function note(AccessToken $token): void
    {
        $connection = $this->entities->getConnection();
        try {
            $connection->executeStatement('PRAGMA busy_timeout = 200');
            $connection->executeStatement(
                'UPDATE access_token SET used_at = ? WHERE id = ?',
                [(new \DateTimeImmutable())->format('Y-m-d H:i:s'), $token->id()],
            );
        } catch (\Doctrine\DBAL\Exception) {
            return;
        } finally {
            $connection->executeStatement('PRAGMA busy_timeout = 15000');
        }
    }
}
