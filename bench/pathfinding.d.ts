/** The little of the path-finding library that the bench uses; it brings no types of its own. */
declare module 'pathfinding' {
  export class Grid {
    constructor(width: number, height: number);
    setWalkableAt(x: number, y: number, walkable: boolean): void;
    isWalkableAt(x: number, y: number): boolean;
    clone(): Grid;
  }
  export class AStarFinder {
    constructor(options: { diagonalMovement: number });
    findPath(x0: number, y0: number, x1: number, y1: number, grid: Grid): [number, number][];
  }
  export const DiagonalMovement: { readonly OnlyWhenNoObstacles: number };
  const library: {
    Grid: typeof Grid;
    AStarFinder: typeof AStarFinder;
    DiagonalMovement: typeof DiagonalMovement;
  };
  export default library;
}
