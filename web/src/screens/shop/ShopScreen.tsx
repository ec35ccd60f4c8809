export function ShopScreen() {
  return <p>ShopScreen</p>;
}
