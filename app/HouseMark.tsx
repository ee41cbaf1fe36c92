/** The house's mark: a ruled ledger page with its blue spine. */
export const HouseMark = () => (
  <svg width="20" height="20" viewBox="0 0 20 20" aria-hidden="true">
    <path d="M3 1v18" stroke="var(--color-house)" strokeWidth="3" />
    <path d="M5 2h13M5 7.3h13M5 12.6h13M5 18h13" stroke="var(--color-rule-strong)" strokeWidth="1.3" />
  </svg>
);
