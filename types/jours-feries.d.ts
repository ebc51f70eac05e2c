declare module '@socialgouv/jours-feries' {
  export default function joursFeries(year: number): Record<string, Date>
}
