export default function Trends() {
  return null;
}
