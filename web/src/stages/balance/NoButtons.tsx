import { Box, Button, Text } from '@chakra-ui/react';
import type { ReactNode } from 'react';
import { useNavigate } from 'react-router';
import { useDesignStore } from '../../design/store.ts';
import { WORDS } from './words.ts';

/** What stands in the picture’s place while nothing can hang: what is missing, and where it is put right. */
export function NoButtons({ children }: { children?: ReactNode }) {
  const navigate = useNavigate();
  const id = useDesignStore((s) => s.id);
  return (
    <Box h="full" display="grid" placeItems="center">
      <Box maxW="360px" textAlign="center">
        <Text mb="3">{children ?? WORDS.noButtons}</Text>
        {!children && (
          <Button size="sm" variant="outline" onClick={() => void navigate(`/designs/${id}/layout`)}>
            {WORDS.toLayout}
          </Button>
        )}
      </Box>
    </Box>
  );
}
