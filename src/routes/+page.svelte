<p>Brunkel</p>
