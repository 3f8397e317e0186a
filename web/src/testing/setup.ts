import 'reflect-metadata';
import '@testing-library/jest-dom/jest-globals';
