import type { Design } from '@pelkin/core';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api } from '../../design/api.ts';

/** Makes a design of its own and goes to it; tells why where it cannot be made. */
export function useCopy(): {
  readonly copy: (design: Design, to: string) => void;
  readonly problem: string | null;
} {
  const navigate = useNavigate();
  const [problem, setProblem] = useState<string | null>(null);
  const copy = (design: Design, to: string): void =>
    void api.create(design).then(
      ({ id }) => navigate(`/designs/${id}/${to}`),
      (error: unknown) => setProblem(error instanceof Error ? error.message : String(error)),
    );
  return { copy, problem };
}
